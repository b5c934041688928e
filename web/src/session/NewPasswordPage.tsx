import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState, type ReactNode } from 'react';
import { Button, Form } from 'react-bootstrap';
import { api, data } from '../shared/api';
import { Problems } from '../shared/Problems';
import { WaveLine } from '../shared/Wave';
import { PasswordFields } from './PasswordFields';
import { SecondFactorSetUp } from './SecondFactor';
import { say } from '../words';

/** A page before the books: something is to be done first. */
export function Gate({ wide = false, children }: { wide?: boolean; children: ReactNode }) {
  return (
    <main className="gate">
      <div className={wide ? 'gate-sheet wide' : 'gate-sheet'}>
        <h1>{say('session.tideMark')}</h1>
        <WaveLine />
        {children}
      </div>
    </main>
  );
}

/** Leaves the books from a gate, where no menu stands. */
function SignOut() {
  const queries = useQueryClient();
  const out = useMutation({
    mutationFn: () => data(api.DELETE('/api/v1/session')),
    onSettled: () => queries.resetQueries(),
  });
  return (
    <Button variant="link" className="sign-out" disabled={out.isPending} onClick={() => out.mutate()}>
      {say('session.signOut')}
    </Button>
  );
}

/** The first page of somebody whose password an administrator chose. */
export function NewPasswordPage() {
  const [old, setOld] = useState('');
  const [fresh, setFresh] = useState('');
  const queries = useQueryClient();
  const change = useMutation({
    mutationFn: () => data(api.PUT('/api/v1/session/password', { body: { old, fresh } })),
    onSuccess: () => queries.resetQueries(),
  });
  return (
    <Gate>
      <p>{say('session.yourPasswordWasChosenBySomebodyElse')}</p>
      <Form
        onSubmit={(e) => {
          e.preventDefault();
          change.mutate();
        }}
      >
        <PasswordFields old={old} fresh={fresh} onOld={setOld} onFresh={setFresh} error={change.error} />
        <Problems error={change.error} />
        <Button type="submit" disabled={change.isPending}>
          {say('session.changeThePassword')}
        </Button>
        <SignOut />
      </Form>
    </Gate>
  );
}

/** The first page of somebody whose company asks for a second factor. */
export function SecondFactorPage({ company }: { company: string }) {
  const queries = useQueryClient();
  return (
    <Gate>
      <p>{say('session.asksEverybodyForASecondFactorSet', { company })}</p>
      <SecondFactorSetUp onDone={() => void queries.resetQueries()} />
      <SignOut />
    </Gate>
  );
}
