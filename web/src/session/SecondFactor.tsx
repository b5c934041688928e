import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { api, data, refuses } from '../shared/api';
import type { Offer } from './api';
import { sessionKeys } from './keys';
import { Problems } from '../shared/Problems';
import { say } from '../words';

/** Sets a second factor up: a picture for the device, its first code, then the codes for the day it is lost. */
export function SecondFactorSetUp({ onDone }: { onDone: () => void }) {
  const [code, setCode] = useState('');
  const [password, setPassword] = useState('');
  const offer = useMutation({
    mutationFn: () => data(api.POST('/api/v1/session/second-factor/offer', { body: { password } })),
    onSuccess: () => setPassword(''),
  });
  const begin = useMutation({
    mutationFn: () => data(api.PUT('/api/v1/session/second-factor', { body: { code } })),
  });
  if (begin.data) {
    return <SpareCodes codes={begin.data.codes} onDone={onDone} />;
  }
  if (!offer.data) {
    return (
      <Form
        onSubmit={(e) => {
          e.preventDefault();
          e.stopPropagation();
          offer.mutate();
        }}
      >
        <p>{say('session.besideThePasswordTheSignInThen')}</p>
        <Form.Group controlId="set-up-password" className="mb-2">
          <Form.Label>{say('session.yourPassword')}</Form.Label>
          <Form.Control
            type="password"
            autoComplete="current-password"
            value={password}
            isInvalid={refuses(offer.error, 'password')}
            onChange={(e) => setPassword(e.target.value)}
          />
        </Form.Group>
        <Problems error={offer.error} title={say('session.notSetUpYet')} />
        <Button type="submit" variant="outline-secondary" disabled={offer.isPending || !password}>
          {say('session.setUpASecondFactor')}
        </Button>
      </Form>
    );
  }
  return (
    <Form
      onSubmit={(e) => {
        e.preventDefault();
        e.stopPropagation();
        begin.mutate();
      }}
    >
      <div className="d-flex gap-3 flex-wrap align-items-start">
        <Picture offer={offer.data} />
        <div className="flex-grow-1 second-factor-steps">
          <p>{say('session.letTheDeviceReadThePictureOr')}</p>
          <p className="secret">{offer.data.secret.replace(/(.{4})/g, '$1 ').trim()}</p>
          <Form.Group controlId="first-code">
            <Form.Label>{say('session.theCodeItShowsNow')}</Form.Label>
            <Form.Control
              inputMode="numeric"
              autoComplete="one-time-code"
              maxLength={7}
              value={code}
              isInvalid={refuses(begin.error, 'code')}
              autoFocus
              onChange={(e) => setCode(e.target.value)}
              required
            />
          </Form.Group>
          <Problems error={begin.error} title={say('session.notSetUpYet')} />
          <Button type="submit" className="mt-2" disabled={begin.isPending || !code}>
            {say('session.askForItFromNowOn')}
          </Button>
        </div>
      </div>
    </Form>
  );
}

function Picture({ offer }: { offer: Offer }) {
  const { size, path } = offer.picture;
  return (
    <svg
      role="img"
      aria-label={say('session.aPictureForTheDevice')}
      viewBox={`0 0 ${size} ${size}`}
      width={200}
      height={200}
      shapeRendering="crispEdges"
    >
      <rect width={size} height={size} fill="#fff" />
      <path d={path} fill="#000" />
    </svg>
  );
}

function SpareCodes({ codes, onDone }: { codes: string[]; onDone: () => void }) {
  return (
    <>
      <p role="status">{say('session.itIsAskedForFromNowOn')}</p>
      <ul className="spare-codes">
        {codes.map((c) => (
          <li key={c}>{`${c.slice(0, 5)} ${c.slice(5)}`}</li>
        ))}
      </ul>
      <Button onClick={onDone}>{say('session.theyAreKept')}</Button>
    </>
  );
}

/** One's own second factor: how it stands, and how to set it up or take it away. */
export function SecondFactorPart({ on, spareCodes }: { on: boolean; spareCodes: number }) {
  const [password, setPassword] = useState('');
  const [ending, setEnding] = useState(false);
  const queries = useQueryClient();
  const refresh = () => queries.invalidateQueries({ queryKey: sessionKeys.session });
  const end = useMutation({
    mutationFn: () => data(api.POST('/api/v1/session/second-factor/end', { body: { password } })),
    onSuccess: async () => {
      setEnding(false);
      setPassword('');
      await refresh();
    },
  });
  return (
    <section className="mt-3">
      <h3>{say('session.secondFactor')}</h3>
      {!on ? (
        <SecondFactorSetUp onDone={() => void refresh()} />
      ) : (
        <>
          <p>{say('session.theSignInAsksForACode', { spareCodes })}</p>
          {ending ? (
            <div className="d-flex gap-2 align-items-end">
              <Form.Group controlId="end-password" className="flex-grow-1">
                <Form.Label>{say('session.yourPassword')}</Form.Label>
                <Form.Control
                  type="password"
                  autoComplete="current-password"
                  value={password}
                  isInvalid={refuses(end.error, 'password')}
                  onChange={(e) => setPassword(e.target.value)}
                />
              </Form.Group>
              <Button
                variant="outline-secondary"
                disabled={end.isPending || !password}
                onClick={() => end.mutate()}
              >
                {say('session.takeItAway')}
              </Button>
            </div>
          ) : (
            <Button variant="outline-secondary" size="sm" onClick={() => setEnding(true)}>
              {say('session.signInByPasswordAlone')}
            </Button>
          )}
          <Problems error={end.error} title={say('session.stillAskedFor')} />
        </>
      )}
    </section>
  );
}
