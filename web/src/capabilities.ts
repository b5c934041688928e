import type { ComponentType } from 'react';
import type { LineBookingKind } from './linebooking/kinds';

/** A form that books: what its drafts are called, and the page that goes on with one. */
export interface BookedForm {
  kind: string;
  words: string;
  path: string;
}

/** A place in the bar over every page, by its order from the left. */
export interface Place {
  path: string;
  label: string;
  order: number;
  /** Only for those who administer. */
  administers?: boolean;
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
    places: brought.flatMap((c) => c.places ?? []).sort((a, b) => a.order - b.order),
    forms: brought.flatMap((c) => c.forms ?? []).sort((a, b) => a.words.localeCompare(b.words)),
    lineBookings: brought.flatMap((c) => c.lineBookings ?? []).sort((a, b) => a.order - b.order),
  };
}

/** What stands in the folders beside this file. */
export const found = Object.values(
  import.meta.glob<{ capability: Capability }>('./*/capability.ts', { eager: true }),
).map((m) => m.capability);

export const { routes, places, forms, lineBookings } = together(found);
