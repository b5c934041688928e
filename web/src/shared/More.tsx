import { Button } from 'react-bootstrap';

/** Says that a list goes on, and fetches the next of it. */
export function More({
  query,
}: {
  query: { isFetchingNextPage: boolean; fetchNextPage: () => Promise<unknown> };
}) {
  return (
    <p className="mt-2 mb-0">
      There are older ones.{' '}
      <Button
        size="sm"
        variant="outline-secondary"
        disabled={query.isFetchingNextPage}
        onClick={() => void query.fetchNextPage()}
      >
        Show more
      </Button>
    </p>
  );
}
