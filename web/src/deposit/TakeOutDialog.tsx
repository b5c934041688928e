import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useId, useState } from 'react';
import { Button, Form, Modal } from 'react-bootstrap';
import { useCurrentCompany } from '../session/session';
import { api, data, type Found } from '../shared/api';
import { Chooser } from '../shared/Chooser';
import { fullDate } from '../shared/dates';
import { keys } from '../shared/keys';
import { Problems } from '../shared/Problems';
import { useDebounced } from '../shared/useDebounced';
import { useFound } from '../shared/useFound';
import { say } from '../words';
import type { HandReceipt } from './api';

const words = (f: Found) => `${f.title} ${f.detail}`.trim();

/** Takes receipts out of hand that reached the bank another way, naming the entry that holds them. */
export function TakeOutDialog({
  receipts,
  onClose,
}: {
  receipts: HandReceipt[];
  onClose: (done: boolean) => void;
}) {
  const { company } = useCurrentCompany();
  const queries = useQueryClient();
  const id = useId();
  const [typed, setTyped] = useState('');
  const [entry, setEntry] = useState<{ value: string; words: string }>();
  const text = useDebounced(typed, 80);
  const found = useFound(text, { kind: ['ENTRY'], limit: 20, enabled: text !== '' });
  const out = useMutation({
    mutationFn: () =>
      data(
        api.POST('/api/v1/companies/{companyId}/receipts-in-hand/taking-out', {
          params: { path: { companyId: company.id } },
          body: { receipts: receipts.map((r) => r.id), entryId: Number(entry?.value) },
        }),
      ),
    onSuccess: async () => {
      await queries.invalidateQueries({ queryKey: keys.company(company.id) });
      onClose(true);
    },
  });
  return (
    <Modal show onHide={() => onClose(false)} aria-labelledby="take-out" animation={false}>
      <Form
        onSubmit={(e) => {
          e.preventDefault();
          if (entry && !out.isPending) out.mutate();
        }}
      >
        <Modal.Header closeButton>
          <Modal.Title as="h2" id="take-out">
            {say('deposit.theyReachedTheBankAnotherWay')}
          </Modal.Title>
        </Modal.Header>
        <Modal.Body>
          <p>{say('deposit.theEntryThatBroughtThem', { count: receipts.length })}</p>
          <Form.Label id={`${id}-label`} htmlFor={id}>
            {say('deposit.entryThatHoldsThem')}
          </Form.Label>
          <Chooser
            id={id}
            empty={say('deposit.numberTextOrAmountOfTheEntry')}
            chosen={entry}
            choices={(found.data?.found ?? []).map((f) => ({
              value: String(f.id),
              words: words(f),
              detail: `${f.day ? fullDate(f.day) : ''} ${f.amount ?? ''}`.trim(),
            }))}
            looking={found.isFetching}
            more={found.data?.more === true}
            onType={setTyped}
            onChoose={setEntry}
          />
          <Problems error={out.error} title={say('deposit.nothingWasTakenOut')} />
        </Modal.Body>
        <Modal.Footer>
          <Button variant="outline-secondary" onClick={() => onClose(false)}>
            {say('deposit.leaveIt')}
          </Button>
          <Button type="submit" disabled={!entry || out.isPending}>
            {say('deposit.takeThemOutOfHand')}
          </Button>
        </Modal.Footer>
      </Form>
    </Modal>
  );
}
