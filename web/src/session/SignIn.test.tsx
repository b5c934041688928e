import { cleanup, screen, waitFor } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import { ownTimeZone } from '../shared/dates';
import { answering, problem, renderHere } from '../shared/testing';
import { FirstRunPage } from './FirstRunPage';
import OwnSignInPage from './OwnSignInPage';
import { SecondFactorSetUp } from './SecondFactor';
import { SignInPage } from './SignInPage';
import { fill, person } from '../shared/person';

const type = (label: string, value: string) => fill(screen.getByLabelText(label), value);

describe('the gate', () => {
  afterEach(cleanup);

  it('sends the CSRF token with a sign-in and shows a refusal without losing the name', async () => {
    document.cookie = 'XSRF-TOKEN=abc%3D1';
    const sent = answering({
      'POST /api/v1/session': {
        status: 422,
        body: problem('sign-in.refused', 'Found a name and password that do not fit.'),
      },
    });
    renderHere(<SignInPage />);
    await type('Sign-in name', 'maren');
    await type('Password', 'wrong');
    await person.click(screen.getByText('Sign in'));
    await screen.findByText(/do not fit/);
    expect(sent[0]?.csrf).toBe('abc=1');
    expect(sent[0]?.body).toEqual({ login: 'maren', password: 'wrong' });
    expect(screen.getByLabelText<HTMLInputElement>('Sign-in name').value).toBe('maren');
  });

  it('asks for the code of a device where the password is right, and sends all three', async () => {
    const ask = {
      status: 422,
      body: problem('second-factor.code', 'Found no code beside the password.'),
    };
    const sent = answering({ 'POST /api/v1/session': ask });
    renderHere(<SignInPage />);
    await type('Sign-in name', 'maren');
    await type('Password', 'long enough words');
    await person.click(screen.getByText('Sign in'));
    await screen.findByLabelText('Code of your device');
    expect(screen.queryByRole('alert')).toBeNull();
    await type('Code of your device', '123 456');
    await person.click(screen.getByText('Sign in'));
    await waitFor(() =>
      expect(sent[1]?.body).toEqual({ login: 'maren', password: 'long enough words', code: '123 456' }),
    );
    await type('Sign-in name', 'torvald');
    expect(screen.queryByLabelText('Code of your device')).toBeNull();
  });

  it('shows the codes for a lost device once, after the first code of the device was taken', async () => {
    const sent = answering({
      'POST /api/v1/session/second-factor/offer': {
        body: { secret: 'ABCDEFGHIJKL', picture: { size: 21, path: 'M4 4h1v1h-1z' } },
      },
      'PUT /api/v1/session/second-factor': { body: { codes: ['abcdefghjk', 'mnpqrstuvw'] } },
    });
    let done = 0;
    renderHere(<SecondFactorSetUp onDone={() => done++} />);
    expect(screen.getByText('Set up a second factor').hasAttribute('disabled')).toBe(true);
    await type('Your password', 'long enough words');
    await person.click(screen.getByText('Set up a second factor'));
    await screen.findByText('ABCD EFGH IJKL');
    await type('The code it shows now', '287082');
    await person.click(screen.getByText('Ask for it from now on'));
    await screen.findByText('abcde fghjk');
    expect(sent[0]?.body).toEqual({ password: 'long enough words' });
    expect(sent[1]?.body).toEqual({ code: '287082' });
    expect(done).toBe(0);
    await person.click(screen.getByText('They are kept'));
    expect(done).toBe(1);
  });

  it('signs the first administrator in with what was just chosen', async () => {
    const sent = answering({ 'POST /api/v1/first-run': { body: { id: 1 } }, 'POST /api/v1/session': {} });
    renderHere(<FirstRunPage />);
    await type('Company', 'Gullmere Boats');
    await type('Your name', 'Una Holm');
    await type('Sign-in name', 'una');
    await type('Code of the server', 'ABCD-2345');
    await type('Password', 'long enough words');
    await person.click(screen.getByText('Open the books'));
    await new Promise((done) => setTimeout(done, 80));
    expect(sent.map((s) => s.path)).toEqual(['/api/v1/first-run', '/api/v1/session']);
    expect(sent[0]?.body).toMatchObject({
      companyName: 'Gullmere Boats',
      code: 'ABCD-2345',
      timeZone: ownTimeZone(),
    });
    expect(sent[1]?.body).toEqual({ login: 'una', password: 'long enough words' });
  });

  it('changes the password, or says why not', async () => {
    const sent = answering({
      'PUT /api/v1/session/password': {
        status: 422,
        body: problem('password.wrong', 'Found another password.'),
      },
    });
    renderHere(<OwnSignInPage />);
    await type('Present password', 'old words');
    await type('New password', 'fresh long words');
    await person.click(screen.getByText('Change the password'));
    await screen.findByText('Found another password.');
    answering({ 'PUT /api/v1/session/password': {} });
    await person.click(screen.getByText('Change the password'));
    await screen.findByText(/Changed. The new one holds/);
    expect(sent.find((s) => s.path === '/api/v1/session/password')?.body).toEqual({
      old: 'old words',
      fresh: 'fresh long words',
    });
  });

  it('signs out another place, and not the one it is asked from', async () => {
    const sent = answering({
      'GET /api/v1/session/places': {
        body: [
          { name: 'a', address: '10.0.0.1', browser: 'Reader 1', since: '2026-07-01T08:00:00Z', here: true },
          { name: 'b', address: '10.0.0.2', browser: 'Reader 2', since: '2026-07-01T09:00:00Z', here: false },
        ],
      },
      'DELETE /api/v1/session/places/b': {},
    });
    renderHere(<OwnSignInPage />);
    await screen.findByText('here');
    expect(screen.queryByLabelText(/Sign out Reader 1/)).toBeNull();
    await person.click(screen.getByLabelText(/Sign out Reader 2/));
    await waitFor(() => expect(sent.map((s) => s.path)).toContain('/api/v1/session/places/b'));
  });
});
