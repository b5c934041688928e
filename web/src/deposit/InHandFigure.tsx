import { useCurrentCompany } from '../session/session';
import { report } from '../shared/money';
import { useHand } from './useHand';

/** How much is in hand, beside the name of the place. */
export function InHandFigure() {
  const { company } = useCurrentCompany();
  const hand = useHand({ limit: 1 });
  return hand.data ? (
    <span className="figure" title={company.currency}>
      {report(hand.data.total)}
    </span>
  ) : null;
}
