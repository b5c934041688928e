import { useCurrentCompany } from '../session/session';
import { ChooserField } from '../shared/Chooser';
import { ChoiceField } from '../shared/fields';
import { taxChoices, useSetUp } from '../shared/useBooks';
import type { FeeChoice } from './api';
import type { DetailsProps } from './kinds';
import { say } from '../words';

/** The cost centre of what is booked, and the tax in it. */
export function CodedFields({ details, onDetails }: DetailsProps) {
  const coded = details as FeeChoice;
  const { session } = useCurrentCompany();
  const setUp = useSetUp();
  const centres = (setUp.data?.costCentres ?? []).filter((x) => x.active);
  return (
    <div className="row g-2 mb-2">
      <ChooserField
        className="col-6"
        label={say('linebooking.costCentre')}
        empty={say('linebooking.none')}
        value={coded.costCentre ?? ''}
        choices={centres.map((x) => [x.code, `${x.code} ${x.name}`])}
        onChange={(v) => onDetails({ ...coded, costCentre: v || undefined })}
      />
      <ChoiceField
        className="col-6"
        label={say('linebooking.taxInTheAmount')}
        empty={say('linebooking.none')}
        value={coded.taxCode ?? ''}
        choices={taxChoices(setUp.data?.taxCodes, session.businessDate)}
        onChange={(v) => onDetails({ ...coded, taxCode: v || undefined })}
      />
    </div>
  );
}
