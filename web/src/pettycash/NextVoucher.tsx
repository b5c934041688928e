import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useRef, useState, type KeyboardEvent } from 'react';
import { Form } from 'react-bootstrap';
import { HandIn, TakesPapers } from '../attachment/HandIn';
import { useHandedIn } from '../attachment/useHandedIn';
import { useCurrentCompany } from '../session/session';
import { Refusal, send } from '../shared/api';
import { CellChooser } from '../shared/Chooser';
import { fullDate, readDate } from '../shared/dates';
import { keys } from '../shared/keys';
import { report } from '../shared/money';
import { Problems } from '../shared/Problems';
import { newKey } from '../shared/sending';
import { useDebounced } from '../shared/useDebounced';
import { useKey } from '../shared/useKey';
import { say } from '../words';
import type { Fund, OpenMove, Voucher, VoucherMade } from './api';

const ADVANCE = 'advance';

interface Typed {
  day: string;
  who: string;
  purpose: string;
  centre: string;
  in: string;
  out: string;
  tags: string;
}

/** `Name, what for` as people write it: what stands before the first comma is whom it was paid to. */
function parted(who: string): [who: string, text: string] {
  const at = who.indexOf(',');
  return at < 0 ? [who.trim(), ''] : [who.slice(0, at).trim(), who.slice(at + 1).trim()];
}

/** An amount, or quantity × price; the server multiplies. */
function amounts(typed: string) {
  const [quantity, price] = typed.split(/[x×*]/).map((s) => s.trim());
  return price === undefined
    ? { amount: typed.trim(), quantity: '', price: '' }
    : { amount: '', quantity: quantity ?? '', price };
}

/** The voucher that the row holds; nothing while it does not say enough. */
export function voucherOf(
  fund: Fund,
  typed: Typed,
  day: string | null,
  settles?: OpenMove,
): Voucher | undefined {
  const [who, text] = parted(typed.who);
  const sum = typed.in.trim() || typed.out.trim();
  const advance = typed.purpose === ADVANCE;
  const purpose = fund.purposes.find((p) => String(p.id) === typed.purpose);
  if (!day || who === '' || (typed.in.trim() !== '' && typed.out.trim() !== '')) {
    return undefined;
  }
  if (settles ? sum !== '' && !purpose : sum === '' || (!advance && !purpose)) {
    return undefined;
  }
  const kind = settles ? 'SETTLED' : advance ? 'ADVANCE' : typed.in.trim() ? 'RECEIVED' : 'PAID';
  return {
    fundId: fund.id,
    kind,
    date: day,
    who,
    text,
    ...(purpose && !advance && { purposeId: purpose.id }),
    ...amounts(sum),
    ...(typed.centre !== '' && { costCentre: typed.centre }),
    lines: [],
    ...(settles && { advanceId: settles.id }),
    ...(typed.tags.trim() !== '' && { tags: typed.tags.trim() }),
  };
}

/** The first row of the book: the next voucher, typed from left to right and posted by Enter. */
export function NextVoucher({
  fund,
  day,
  settles,
  onDone,
}: {
  fund: Fund;
  /** The day it begins with. */
  day: string;
  /** The advance that it says what it went for. */
  settles?: OpenMove;
  onDone: () => void;
}) {
  const { company } = useCurrentCompany();
  const queries = useQueryClient();
  const begun: Typed = {
    day: fullDate(day),
    who: settles ? `${settles.who}, ` : '',
    purpose: '',
    centre: '',
    in: '',
    out: '',
    tags: '',
  };
  const [typed, setTyped] = useState(begun);
  const [told, setTold] = useState('');
  const pictures = useHandedIn();
  const who = useRef<HTMLInputElement>(null);
  const key = useRef<string | null>(null);
  const sending = useRef(false);
  const set = (part: Partial<Typed>) => {
    key.current = null;
    setTold('');
    post.reset();
    draft.reset();
    ask.reset();
    setTyped((t) => ({ ...t, ...part }));
  };
  const date = readDate(typed.day, day);
  const voucher = voucherOf(fund, typed, date, settles);
  const asked = useDebounced(voucher ?? null);
  const path = `/api/v1/companies/${company.id}/petty-cash/vouchers`;
  const preview = useQuery({
    queryKey: [...keys.company(company.id), 'petty cash', 'preview', asked],
    queryFn: () => send<VoucherMade>('POST', `${path}?preview=true`, asked),
    enabled: asked !== null,
    retry: false,
  });
  const post = useMutation({
    mutationFn: async () => {
      key.current ??= newKey();
      return send<VoucherMade>('POST', path, { ...voucher, paperIds: pictures.ids }, key.current);
    },
    onSuccess: () => {
      key.current = null;
      setTyped({ ...begun, day: typed.day, who: '' });
      pictures.clear();
      setTold('');
      // at once: whoever types on is not called back once the book has been read anew
      who.current?.focus();
      onDone();
      void queries.invalidateQueries({ queryKey: keys.company(company.id) });
    },
    onSettled: () => {
      sending.current = false;
    },
  });
  const draft = useMutation({
    mutationFn: () =>
      send('POST', `/api/v1/companies/${company.id}/drafts`, {
        kind: 'VOUCHER',
        version: 0,
        body: voucher,
        paperIds: pictures.ids,
      }),
    onSuccess: () => {
      setTyped({ ...begun, day: typed.day, who: '' });
      setTold(say('pettycash.keptAsADraft'));
      pictures.clear();
      who.current?.focus();
      void queries.invalidateQueries({ queryKey: keys.company(company.id) });
    },
  });
  useEffect(() => {
    if (settles) {
      who.current?.focus();
    }
  }, [settles]);
  useKey('n', () => who.current?.focus());
  const submit = () => {
    if (voucher && !pictures.busy && !sending.current) {
      sending.current = true;
      post.mutate();
    }
  };
  const onKey = (e: KeyboardEvent<HTMLTableRowElement>) => {
    if (e.key === 's' && (e.ctrlKey || e.metaKey)) {
      e.preventDefault();
      if (voucher && !draft.isPending) {
        draft.mutate();
      }
    } else if (e.key === 'Enter' && !e.defaultPrevented && e.target instanceof HTMLInputElement) {
      e.preventDefault();
      submit();
    }
  };
  const shown = voucher && preview.data && !preview.isFetching ? preview.data : undefined;
  const purposes: [string, string][] = [
    ...fund.purposes.filter((p) => p.active).map((p): [string, string] => [String(p.id), p.name]),
    ...(settles ? [] : [[ADVANCE, say('pettycash.advanceToSettle')] as [string, string]]),
  ];
  const ask = useMutation({
    mutationFn: () => {
      key.current ??= newKey();
      return send('POST', `${path}/asking`, { ...voucher, paperIds: pictures.ids }, key.current);
    },
    onSuccess: () => {
      key.current = null;
      setTyped({ ...begun, day: typed.day, who: '' });
      pictures.clear();
      setTold(say('pettycash.aSecondPersonIsAsked'));
      who.current?.focus();
      void queries.invalidateQueries({ queryKey: keys.company(company.id) });
    },
  });
  const error = ask.error ?? post.error ?? draft.error ?? (voucher ? preview.error : null);
  return (
    <>
      <tr className="next-voucher" onKeyDown={onKey}>
        <td>
          <Form.Control
            aria-label={say('pettycash.day')}
            value={typed.day}
            isInvalid={date === null}
            autoComplete="off"
            onChange={(e) => set({ day: e.target.value })}
          />
        </td>
        <td className="quiet">
          {settles ? say('pettycash.settlesNumber', { number: settles.number }) : say('pettycash.next')}
        </td>
        <td>
          <Form.Control
            ref={who}
            aria-label={say('pettycash.paidToFor')}
            placeholder={say('pettycash.nameCommaWhatFor')}
            value={typed.who}
            maxLength={400}
            autoComplete="off"
            onChange={(e) => set({ who: e.target.value })}
          />
        </td>
        <td>
          <CellChooser
            label={say('pettycash.purpose')}
            value={typed.purpose}
            choices={purposes}
            empty={say('pettycash.typeIt')}
            onChange={(purpose) =>
              set({
                purpose,
                centre: fund.purposes.find((p) => String(p.id) === purpose)?.costCentre ?? '',
              })
            }
          />
        </td>
        <td>
          <Form.Control
            aria-label={say('pettycash.costCentre')}
            value={typed.centre}
            maxLength={20}
            autoComplete="off"
            onChange={(e) => set({ centre: e.target.value })}
          />
        </td>
        <td>
          <Form.Control
            className="num"
            inputMode="decimal"
            aria-label={say('pettycash.in')}
            value={typed.in}
            maxLength={40}
            autoComplete="off"
            disabled={settles !== undefined || typed.purpose === ADVANCE}
            onChange={(e) => set({ in: e.target.value })}
          />
        </td>
        <td>
          <Form.Control
            className="num"
            inputMode="decimal"
            aria-label={say('pettycash.out')}
            value={typed.out}
            maxLength={40}
            autoComplete="off"
            onChange={(e) => set({ out: e.target.value })}
          />
        </td>
        <td className="num" aria-live="polite" aria-label={say('pettycash.inTheDrawerThen')}>
          {shown ? report(shown.fund.identity.cash) : ''}
        </td>
      </tr>
      <tr className="next-voucher-words">
        <td colSpan={8}>
          <TakesPapers of={pictures}>
            <kbd>Enter</kbd> <span className="quiet">{say('pettycash.posts')}</span> <kbd>Ctrl S</kbd>{' '}
            <span className="quiet">{say('pettycash.keepsItAsADraft')}</span>
            {shown?.tax && (
              <span className="quiet"> {say('pettycash.taxIncluded', { tax: report(shown.tax) })}</span>
            )}
            {told && (
              <strong className="ms-2" role="status">
                {told}
              </strong>
            )}
            <Form.Control
              className="voucher-tags"
              aria-label={say('pettycash.tags')}
              placeholder={say('pettycash.tags')}
              value={typed.tags}
              maxLength={400}
              autoComplete="off"
              onChange={(e) => set({ tags: e.target.value })}
            />
            <HandIn of={pictures} hint={say('pettycash.dropTheReceiptsPictureHere')} />
          </TakesPapers>
          <Problems error={error} title={say('pettycash.thisCannotBePostedYet')} />
          {error instanceof Refusal && error.code === 'voucher.limit' && (
            <button
              type="button"
              className="btn btn-outline-secondary"
              disabled={ask.isPending}
              onClick={() => ask.mutate()}
            >
              {say('pettycash.askASecondPerson')}
            </button>
          )}
        </td>
      </tr>
    </>
  );
}
