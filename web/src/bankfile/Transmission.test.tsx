import { cleanup, screen, waitFor } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import { person } from '../shared/person';
import { answering, problem, renderHere } from '../shared/testing';
import type { TransmissionView } from './api';
import { Transmission } from './Transmission';

afterEach(cleanup);

const PATH = '/api/v1/companies/1/bank-files/7/transmission';
const NEW: TransmissionView = {
  ways: [
    { way: 'LINK', to: 'Sound Bank' },
    { way: 'FOLDER', to: '/data/outbox/1-2' },
  ],
  needsSecond: true,
  askedBy: '',
  releasedBy: '',
  answers: 0,
  trouble: '',
};
const button = (name: string) => screen.queryByRole('button', { name });

describe('a file on its way to the bank', () => {
  it('is sent once however often one clicks, and says that a second person releases it', async () => {
    const sent = answering({ [`GET ${PATH}`]: { body: NEW }, [`POST ${PATH}`]: { body: NEW } });
    renderHere(<Transmission fileId={7} />);
    const send = await screen.findByRole('button', { name: 'Send it to Sound Bank' });
    expect(screen.getByText('A second person releases it before it goes.')).toBeTruthy();
    await person.click(send);
    await person.click(send);
    await waitFor(() => expect(sent.filter((s) => s.path === PATH && s.body)).toHaveLength(1));
    expect(sent.find((s) => s.path === PATH && s.body)?.body).toEqual({ way: 'LINK' });
  });

  it('says why it cannot go', async () => {
    answering({
      [`GET ${PATH}`]: { body: NEW },
      [`POST ${PATH}`]: { status: 422, body: problem('transmission.reversed', 'It was reversed.') },
    });
    renderHere(<Transmission fileId={7} />);
    await person.click(await screen.findByRole('button', { name: 'Lay it into the folder' }));
    await screen.findByText('It was reversed.');
    expect(screen.getByText('Nothing was sent.')).toBeTruthy();
  });

  it('tells what the bank said, and asks it again when one cannot wait', async () => {
    const sent = answering({
      [`GET ${PATH}`]: {
        body: { ...NEW, id: 3, state: 'TAKEN', way: 'LINK', ways: [], answers: 1 },
      },
      [`POST ${PATH}/look`]: { body: NEW },
    });
    renderHere(<Transmission fileId={7} />);
    expect((await screen.findByText(/The bank has taken it/)).textContent).toContain('read in (1)');
    await person.click(screen.getByRole('button', { name: 'Ask the bank now' }));
    await waitFor(() => expect(sent.some((s) => s.path === `${PATH}/look`)).toBe(true));
  });

  it('offers nothing to who only looks', async () => {
    answering({
      [`GET ${PATH}`]: { body: { ...NEW, id: 3, state: 'REFUSED', way: 'LINK', ways: NEW.ways } },
    });
    renderHere(<Transmission fileId={7} />, ['VIEWER']);
    await screen.findByText(/The bank refused it/);
    expect(button('Send it to Sound Bank')).toBeNull();
    expect(button('Ask the bank now')).toBeNull();
  });
});
