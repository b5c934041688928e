import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { useSearchParams } from 'react-router';
import { say } from '../words';

/** What is searched for and where the page begins, kept in the address. */
export function useSearchPlace() {
  const [search, setSearch] = useSearchParams();
  const text = search.get('text') ?? '';
  return {
    text,
    before: Number(search.get('before') ?? 0),
    find: (wanted: string) => setSearch(wanted ? { text: wanted } : {}),
    earlier: (before: number) => setSearch({ ...(text && { text }), before: String(before) }),
  };
}

export function SearchForm({
  label,
  text,
  onFind,
}: {
  label: string;
  text: string;
  onFind: (t: string) => void;
}) {
  const [typed, setTyped] = useState(text);
  return (
    <Form
      role="search"
      aria-label={label}
      className="d-flex gap-2 mb-2 search-form"
      onSubmit={(e) => {
        e.preventDefault();
        onFind(typed);
      }}
    >
      <Form.Control
        aria-label={label}
        placeholder={label}
        value={typed}
        onChange={(e) => setTyped(e.target.value)}
      />
      <Button type="submit" variant="outline-secondary">
        {say('shared.find')}
      </Button>
    </Form>
  );
}
