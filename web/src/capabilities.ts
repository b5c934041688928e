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

const found = Object.values(
  import.meta.glob<{ capability: Capability }>('./*/capability.ts', { eager: true }),
).map((m) => m.capability);

export const routes: [path: string, page: ComponentType][] = found.flatMap((c) =>
  Object.entries(c.routes ?? {}),
);

export const places: Place[] = found.flatMap((c) => c.places ?? []).sort((a, b) => a.order - b.order);

export const forms: BookedForm[] = found
  .flatMap((c) => c.forms ?? [])
  .sort((a, b) => a.words.localeCompare(b.words));

export const lineBookings: LineBookingKind[] = found
  .flatMap((c) => c.lineBookings ?? [])
  .sort((a, b) => a.order - b.order);
