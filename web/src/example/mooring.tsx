import { useState } from 'react';
import type { Capability } from '../capabilities';
import { BookingForm } from '../draft/BookingForm';
import type { BookedView } from '../party/api';
import type { DetailsProps } from '../linebooking/kinds';
import { TextField } from '../shared/fields';

/** A thing that books, made for a test alone: what a boat pays for its nights at a berth. */
interface Fee {
  date: string;
  boat: string;
  nights: number;
  amount: string;
}

interface BoatChoice {
  boat?: string;
}

export function MooringPage() {
  const [fee, setFee] = useState<Fee>({ date: '2026-07-02', boat: '', nights: 1, amount: '' });
  return (
    <BookingForm<Fee, BookedView>
      title="Mooring fee"
      back={['/moorings', 'Moorings']}
      kind="MOORING"
      path="/moorings"
      body={fee}
      ready={fee.boat !== '' && fee.amount !== ''}
      button="Book this fee"
      booked={(b) => b}
      done={() => '/moorings'}
    >
      <TextField label="Boat" value={fee.boat} onChange={(boat) => setFee({ ...fee, boat })} />
      <TextField label="A night" money value={fee.amount} onChange={(amount) => setFee({ ...fee, amount })} />
    </BookingForm>
  );
}

function BoatFields({ details, onDetails }: DetailsProps) {
  const { boat = '' } = details as BoatChoice;
  return <TextField label="Boat" value={boat} onChange={(b) => onDetails({ boat: b } as object, b)} />;
}

export const mooring: Capability = {
  routes: { '/moorings/new': MooringPage },
  forms: [{ kind: 'MOORING', words: 'Mooring fee', path: '/moorings/new' }],
  places: [{ in: 'money-in', path: '/moorings/new', label: 'Moorings', order: 99 }],
  lineBookings: [
    {
      kind: 'MOORING',
      words: 'a mooring fee',
      order: 99,
      byRule: true,
      start: {},
      complete: (d) => (d as BoatChoice).boat !== undefined,
      Fields: BoatFields,
      namesParty: true,
    },
  ],
};
