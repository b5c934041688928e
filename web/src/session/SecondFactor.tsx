import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { api, data, refuses } from '../shared/api';
import type { Offer } from './api';
import { sessionKeys } from './keys';
import { Problems } from '../shared/Problems';

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
        <p>
          Beside the password, the sign-in then asks for six digits that a device of yours shows, new ones
          every half minute. Any app for time-based codes will do.
        </p>
        <Form.Group controlId="set-up-password" className="mb-2">
          <Form.Label>Your password</Form.Label>
          <Form.Control
            type="password"
            autoComplete="current-password"
            value={password}
            isInvalid={refuses(offer.error, 'password')}
            onChange={(e) => setPassword(e.target.value)}
          />
        </Form.Group>
        <Problems error={offer.error} title="Not set up yet." />
        <Button type="submit" variant="outline-secondary" disabled={offer.isPending || !password}>
          Set up a second factor
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
          <p>Let the device read the picture, or type this into it:</p>
          <p className="secret">{offer.data.secret.replace(/(.{4})/g, '$1 ').trim()}</p>
          <Form.Group controlId="first-code">
            <Form.Label>The code it shows now</Form.Label>
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
          <Problems error={begin.error} title="Not set up yet." />
          <Button type="submit" className="mt-2" disabled={begin.isPending || !code}>
            Ask for it from now on
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
      aria-label="A picture for the device"
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
      <p role="status">
        It is asked for from now on. Should the device be lost, each of these lets you in once in its place.
        Keep them away from the device; they are not shown again.
      </p>
      <ul className="spare-codes">
        {codes.map((c) => (
          <li key={c}>{`${c.slice(0, 5)} ${c.slice(5)}`}</li>
        ))}
      </ul>
      <Button onClick={onDone}>They are kept</Button>
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
      <h3>Second factor</h3>
      {!on ? (
        <SecondFactorSetUp onDone={() => void refresh()} />
      ) : (
        <>
          <p>
            The sign-in asks for a code of your device. {spareCodes} of the codes for a lost device are left.
          </p>
          {ending ? (
            <div className="d-flex gap-2 align-items-end">
              <Form.Group controlId="end-password" className="flex-grow-1">
                <Form.Label>Your password</Form.Label>
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
                Take it away
              </Button>
            </div>
          ) : (
            <Button variant="outline-secondary" size="sm" onClick={() => setEnding(true)}>
              Sign in by password alone
            </Button>
          )}
          <Problems error={end.error} title="Still asked for." />
        </>
      )}
    </section>
  );
}
