import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { Button, Form, Modal } from 'react-bootstrap';
import { useNavigate } from 'react-router';
import { useCurrentCompany } from '../session/session';
import { api, data } from '../shared/api';
import { DateField } from '../shared/DateField';
import { ChoiceField } from '../shared/fields';
import { keys } from '../shared/keys';
import { Problems } from '../shared/Problems';
import { SiteField } from '../shared/SiteField';
import { useBankAccounts } from '../shared/useBooks';
import { say } from '../words';

/** Begins a slip, empty or with receipts that are put on it at once. */
export function NewSlipDialog({
  receipts,
  siteId,
  onClose,
}: {
  receipts: number[];
  siteId?: number | undefined;
  onClose: () => void;
}) {
  const { company, session } = useCurrentCompany();
  const navigate = useNavigate();
  const queries = useQueryClient();
  const accounts = useBankAccounts();
  const [site, setSite] = useState(siteId);
  const fit = (accounts.data ?? []).filter(
    (a) =>
      a.active &&
      a.currency === company.currency &&
      (!site || a.sites.length === 0 || a.sites.includes(site)),
  );
  const [account, setAccount] = useState('');
  const [date, setDate] = useState(session.businessDate);
  const into = fit.some((a) => String(a.id) === account) ? account : String(fit[0]?.id ?? '');
  const begun = useRef<{ id: number }>(undefined);
  const begin = useMutation({
    mutationFn: async () => {
      const path = { companyId: company.id };
      // where the receipts were refused, the slip that was begun is the one to go on with
      begun.current ??= await data(
        api.POST('/api/v1/companies/{companyId}/deposit-slips', {
          params: { path },
          body: {
            bankAccountId: Number(into),
            ...(site && { siteId: site }),
            paperDate: date,
            bagNumber: '',
            note: '',
          },
        }),
      );
      if (receipts.length > 0) {
        await data(
          api.POST('/api/v1/companies/{companyId}/deposit-slips/{slipId}/receipts', {
            params: { path: { ...path, slipId: begun.current.id } },
            body: { put: receipts, take: [] },
          }),
        );
      }
      return begun.current.id;
    },
    onSuccess: async (id) => {
      await queries.invalidateQueries({ queryKey: keys.company(company.id) });
      void navigate(`/slips/${id}`);
    },
  });
  return (
    <Modal show onHide={onClose} aria-labelledby="new-slip" animation={false}>
      <Form
        onSubmit={(e) => {
          e.preventDefault();
          if (!begin.isPending && into) begin.mutate();
        }}
      >
        <Modal.Header closeButton>
          <Modal.Title as="h2" id="new-slip">
            {receipts.length > 0
              ? say('deposit.beginASlipWith', { count: receipts.length })
              : say('deposit.beginASlip')}
          </Modal.Title>
        </Modal.Header>
        <Modal.Body>
          <SiteField className="mb-2" value={site} onChange={setSite} />
          <ChoiceField
            className="mb-2"
            label={say('deposit.bankAccount')}
            value={into}
            choices={fit.map((a) => [String(a.id), `${a.name}, ${a.bank}`])}
            hint={fit.length === 0 ? say('deposit.noAccountMayBeUsed') : undefined}
            onChange={setAccount}
          />
          <DateField
            label={say('deposit.dateOnTheSlip')}
            value={date}
            today={session.businessDate}
            onChange={setDate}
          />
          <Problems error={begin.error} title={say('deposit.theSlipWasNotBegun')} />
        </Modal.Body>
        <Modal.Footer>
          <Button variant="outline-secondary" onClick={onClose}>
            {say('deposit.leaveIt')}
          </Button>
          <Button type="submit" disabled={begin.isPending || !into}>
            {say('deposit.beginThisSlip')}
          </Button>
        </Modal.Footer>
      </Form>
    </Modal>
  );
}
