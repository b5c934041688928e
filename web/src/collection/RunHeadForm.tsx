import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { useCurrentCompany } from '../session/session';
import { DateField } from '../shared/DateField';
import { TextField } from '../shared/fields';
import { Problems } from '../shared/Problems';
import { say } from '../words';
import type { RunView } from './api';
import type { RunWork } from './useRun';

/** The days of a run that is open; what was decided stays. */
export function RunHeadForm({ run, work, onClose }: { run: RunView; work: RunWork; onClose: () => void }) {
  const { session } = useCurrentCompany();
  const [dueUpTo, setDueUpTo] = useState(run.dueUpTo);
  const [collectOn, setCollectOn] = useState(run.collectOn);
  const [note, setNote] = useState(run.note);
  return (
    <Form
      className="sheet"
      onSubmit={(e) => {
        e.preventDefault();
        if (!work.change.isPending) {
          work.change.mutate({ dueUpTo, collectOn, note }, { onSuccess: onClose });
        }
      }}
    >
      <div className="d-flex flex-wrap gap-3">
        <DateField
          label={say('collection.dueUpTo')}
          value={dueUpTo}
          today={session.businessDate}
          onChange={setDueUpTo}
        />
        <DateField
          label={say('collection.collectedOn')}
          value={collectOn}
          today={session.businessDate}
          onChange={setCollectOn}
        />
        <TextField label={say('collection.note')} value={note} onChange={setNote} />
      </div>
      <Problems error={work.change.error} title={say('collection.nothingWasChanged')} />
      <div className="actions">
        <Button type="submit" disabled={work.change.isPending}>
          {say('collection.keepTheDays')}
        </Button>
        <Button variant="outline-secondary" onClick={onClose}>
          {say('collection.leaveIt')}
        </Button>
      </div>
    </Form>
  );
}
