import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Button, Form, Modal } from 'react-bootstrap';
import { useCurrentCompany } from '../session/session';
import { api, data } from '../shared/api';
import { keys } from '../shared/keys';
import { Problems } from '../shared/Problems';
import { say } from '../words';
import type { SlipView } from './api';
import {
  enterGoesOn,
  isComplete,
  nothingTyped,
  ReceiptFields,
  receiptOf,
  useProposal,
} from './ReceiptFields';
import type { SlipWork } from './useSlip';

/** Receives what was no receipt yet and puts it on the slip, in one step. */
export function NewOnSlip({
  view,
  work,
  amount,
  onClose,
}: {
  view: SlipView;
  work: SlipWork;
  amount: string;
  onClose: () => void;
}) {
  const { company, session } = useCurrentCompany();
  const queries = useQueryClient();
  const [typed, setTyped] = useState({
    ...nothingTyped(view.receipts[0]?.tender === 'CARD' ? 'CARD' : 'CHECK'),
    amount,
  });
  const [sending, setSending] = useState(false);
  const proposal = useProposal(typed, session.businessDate);
  const [error, setError] = useState<unknown>();
  const add = async () => {
    setSending(true);
    let refused: unknown;
    const done = await work.step(() =>
      data(
        api.POST('/api/v1/companies/{companyId}/deposit-slips/{slipId}/new-receipts', {
          params: { path: { companyId: company.id, slipId: view.slip.id } },
          body: receiptOf(typed, session.businessDate, view.slip.siteId, proposal.data),
        }),
      ).catch((e: unknown) => {
        refused = e;
        throw e;
      }),
    );
    setSending(false);
    setError(refused);
    if (done) {
      await queries.invalidateQueries({ queryKey: keys.company(company.id) });
      onClose();
    }
  };
  return (
    <Modal show size="lg" onHide={onClose} aria-labelledby="new-on-slip" animation={false}>
      <Form
        onKeyDown={enterGoesOn}
        onSubmit={(e) => {
          e.preventDefault();
          if (isComplete(typed) && proposal.current && !sending) void add();
        }}
      >
        <Modal.Header closeButton>
          <Modal.Title as="h2" id="new-on-slip">
            {say('deposit.addWhatIsNotAReceiptYet')}
          </Modal.Title>
        </Modal.Header>
        <Modal.Body>
          <ReceiptFields typed={typed} onChange={setTyped} proposal={proposal.data} />
          <Problems error={error} title={say('deposit.itWasNotReceived')} />
        </Modal.Body>
        <Modal.Footer>
          <Button variant="outline-secondary" onClick={onClose}>
            {say('deposit.leaveIt')}
          </Button>
          <Button type="submit" disabled={!isComplete(typed) || !proposal.current || sending}>
            {say('deposit.receiveAndPutOn', { number: view.slip.number })}
          </Button>
        </Modal.Footer>
      </Form>
    </Modal>
  );
}
