import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { api, data } from '../shared/api';
import { dateTime } from '../shared/dates';
import { Problems } from '../shared/Problems';
import { sessionKeys } from './keys';
import { PasswordFields } from './PasswordFields';
import { SecondFactorPart } from './SecondFactor';
import { useSessionQuery } from './session';
import { say } from '../words';

/** One's own password and second factor, and where one is signed in. */
export default function OwnSignInPage() {
  const [old, setOld] = useState('');
  const [fresh, setFresh] = useState('');
  const session = useSessionQuery();
  const change = useMutation({
    mutationFn: () => data(api.PUT('/api/v1/session/password', { body: { old, fresh } })),
  });
  return (
    <div className="page">
      <h1>{say('session.yourSignIn')}</h1>
      <div className="row g-3">
        <section className="col-lg-6">
          <Form
            className="sheet"
            onSubmit={(e) => {
              e.preventDefault();
              change.mutate();
            }}
          >
            <h2>{say('session.password')}</h2>
            <PasswordFields old={old} fresh={fresh} onOld={setOld} onFresh={setFresh} error={change.error} />
            <Problems error={change.error} title={say('session.notChanged')} />
            {change.isSuccess ? (
              <p role="status">{say('session.changedTheNewOneHoldsFromNow')}</p>
            ) : (
              <Button type="submit" disabled={change.isPending || !old || !fresh}>
                {say('session.changeThePassword')}
              </Button>
            )}
          </Form>
        </section>
        <section className="col-lg-6">
          <div className="sheet">
            <SecondFactorPart
              on={session.data?.secondFactor ?? false}
              spareCodes={session.data?.spareCodes ?? 0}
            />
          </div>
          <div className="sheet mt-3">
            <SignedInPlaces />
          </div>
        </section>
      </div>
    </div>
  );
}

/** Where one is signed in; each of the others can be ended from here. */
function SignedInPlaces() {
  const queries = useQueryClient();
  const places = useQuery({
    queryKey: sessionKeys.places,
    queryFn: () => data(api.GET('/api/v1/session/places')),
  });
  const end = useMutation({
    mutationFn: (name: string) =>
      data(api.DELETE('/api/v1/session/places/{name}', { params: { path: { name } } })),
    onSettled: () => queries.invalidateQueries({ queryKey: sessionKeys.places }),
  });
  return (
    <section>
      <h2>{say('session.whereYouAreSignedIn')}</h2>
      <Problems error={places.error} />
      <ul className="list-unstyled">
        {places.data?.map((p) => (
          <li key={p.name} className="d-flex align-items-baseline gap-2">
            <span className="flex-grow-1">
              {p.browser || say('session.anUnnamedBrowser')}{' '}
              <span className="quiet">{say('session.from', { address: p.address })}</span>
              {say('session.since', { since: dateTime(p.since) })}
            </span>
            {p.here ? (
              <span className="quiet">{say('session.here')}</span>
            ) : (
              <Button
                variant="link"
                size="sm"
                disabled={end.isPending}
                aria-label={say('session.signOutOf', {
                  browser: p.browser || say('session.theUnnamedBrowser'),
                  since: dateTime(p.since),
                })}
                onClick={() => end.mutate(p.name)}
              >
                {say('session.signOut')}
              </Button>
            )}
          </li>
        ))}
      </ul>
      <Problems error={end.error} title={say('session.notSignedOut')} />
    </section>
  );
}
