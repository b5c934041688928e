import { describe, expect, it } from 'vitest';
import { forms, places, routes } from './capabilities';

describe('capabilities', () => {
  const paths = routes.map(([path]) => path);

  it('bring each address, each form and each place once', () => {
    expect(new Set(paths).size).toBe(paths.length);
    expect(new Set(forms.map((f) => f.kind)).size).toBe(forms.length);
    expect(new Set(places.map((p) => p.path)).size).toBe(places.length);
    expect(new Set(places.map((p) => p.order)).size).toBe(places.length);
  });

  it('have a page for every form and every place', () => {
    for (const path of [...forms.map((f) => f.path), ...places.map((p) => p.path)]) {
      expect(paths).toContain(path);
    }
  });

  it('stand in the bar in their order, the set-up for those who administer alone', () => {
    expect(places.map((p) => p.label)).toEqual([
      'Today',
      'Reconcile',
      'Statements',
      'Payments',
      'Customers and suppliers',
      'Ledger',
      'Drafts',
      'Activity',
      'Set-up',
    ]);
    expect(places.filter((p) => p.administers).map((p) => p.path)).toEqual(['/set-up']);
  });
});
