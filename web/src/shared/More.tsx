import { Button } from 'react-bootstrap';
import { say } from '../words';

/** Says that a list goes on, and fetches the next of it. */
export function More({
  query,
}: {
  query: { isFetchingNextPage: boolean; fetchNextPage: () => Promise<unknown> };
}) {
  return (
    <p className="mt-2 mb-0">
      {say('shared.thereAreOlderOnes')}
      <Button
        size="sm"
        variant="outline-secondary"
        disabled={query.isFetchingNextPage}
        onClick={() => void query.fetchNextPage()}
      >
        {say('shared.showMore')}
      </Button>
    </p>
  );
}

/** Says that only so many of a list are shown, where there may be more of it. */
export function OnlySo({ shown, most, what }: { shown: number; most: number; what: string }) {
  return shown < most ? null : <p className="quiet mt-2 mb-0">{say('shared.areShown', { what, most })}</p>;
}
