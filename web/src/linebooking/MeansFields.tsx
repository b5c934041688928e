import { ChoiceField } from '../shared/fields';
import type { InTransitChoice } from './api';
import type { DetailsProps } from './kinds';
import { say } from '../words';

export type Means = NonNullable<InTransitChoice['means']>;

/** How money travels between the books and the bank. */
export const MEANS: Record<Means, string> = {
  CHECKS: say('linebooking.checks'),
  ACH: say('linebooking.ach'),
  WIRES: say('linebooking.wires'),
  CARDS: say('linebooking.cards'),
  OTHER: say('linebooking.anythingElse'),
};

/** Which in-transit account the line empties. */
export function MeansFields({ details, onDetails }: DetailsProps) {
  return (
    <ChoiceField
      className="mb-2"
      label={say('linebooking.howItTravelled')}
      hint={say('linebooking.whereThatHasNoAccountTheGeneral')}
      value={(details as InTransitChoice).means ?? 'OTHER'}
      choices={Object.entries(MEANS)}
      onChange={(means) => onDetails({ means: means as Means })}
    />
  );
}
