import { useApprovals } from './useApprovals';

/** How much waits for a second person; nothing where nothing does. */
export function ApprovalsFigure() {
  const approvals = useApprovals();
  return approvals.data?.undecided ? <span className="figure">{approvals.data.undecided}</span> : null;
}
