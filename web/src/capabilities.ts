import type { ComponentType } from 'react';
import type { LineBookingKind } from './linebooking/kinds';
import { say } from './words';

/** A form that books: what its drafts are called, and the page that goes on with one. */
export interface BookedForm {
  kind: string;
  words: string;
  path: string;
}

/** The places of the bar, in the order of the work. */
export const PLACES = {
  today: say('shared.today'),
  'money-in': say('shared.moneyIn'),
  'money-out': say('shared.moneyOut'),
  'petty-cash': say('shared.pettyCash'),
  reconcile: say('shared.reconcile'),
  books: say('shared.books'),
} as const;

/** A page that a place has in its row, by its order from the left; those of `self` hang on the person's name. */
export interface Place {
  in: keyof typeof PLACES | 'self';
  path: string;
  label: string;
  order: number;
  /** Beginnings of the addresses of pages that are reached from this one. */
  also?: string[];
  /** Other words by which it is found. */
  words?: string;
  /** Only for those who administer. */
  administers?: boolean;
  /** A figure beside its name, where one helps. */
  Figure?: ComponentType;
}

const ORDER: Place['in'][] = [...(Object.keys(PLACES) as (keyof typeof PLACES)[]), 'self'];

/** Where an address belongs: the page of a row whose own address, or one it names, it begins with. */
export function placeOf(address: string, all: Place[]): Place | undefined {
  const fits = (p: Place) =>
    [p.path, ...(p.also ?? [])]
      .filter((path) => address === path || (path !== '/' && address.startsWith(`${path}/`)))
      .map((path) => path.length);
  const best = (p: Place) => Math.max(-1, ...fits(p));
  return all.filter((p) => best(p) >= 0).sort((a, b) => best(b) - best(a))[0];
}

/** What a folder brings to the interface, in its `capability.ts`. */
export interface Capability {
  /** Pages by their address. */
  routes?: Record<string, ComponentType>;
  forms?: BookedForm[];
  places?: Place[];
  /** What bank lines can be booked as. */
  lineBookings?: LineBookingKind[];
}

/** What capabilities bring together: pages by address, places and forms in their order, what lines are booked as. */
export function together(brought: Capability[]) {
  return {
    routes: brought.flatMap((c) => Object.entries(c.routes ?? {})) as [path: string, page: ComponentType][],
    places: brought
      .flatMap((c) => c.places ?? [])
      .sort((a, b) => ORDER.indexOf(a.in) - ORDER.indexOf(b.in) || a.order - b.order),
    forms: brought.flatMap((c) => c.forms ?? []).sort((a, b) => a.words.localeCompare(b.words)),
    lineBookings: brought.flatMap((c) => c.lineBookings ?? []).sort((a, b) => a.order - b.order),
  };
}

/** What stands in the folders beside this file. */
export const found = Object.values(
  import.meta.glob<{ capability: Capability }>('./*/capability.ts', { eager: true }),
).map((m) => m.capability);

export const { routes, places, forms, lineBookings } = together(found);
