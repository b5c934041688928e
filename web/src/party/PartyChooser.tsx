import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useId, useState, type ReactNode } from 'react';
import { Button, Form, Modal } from 'react-bootstrap';
import { useCurrentCompany } from '../session/session';
import { api, data, send, type PartyName } from '../shared/api';
import { Chooser, narrowed, type Choice } from '../shared/Chooser';
import { ChoiceField } from '../shared/fields';
import { keys } from '../shared/keys';
import { Problems } from '../shared/Problems';
import { ROLES, upper, type Control } from '../shared/useBooks';
import { useDebounced } from '../shared/useDebounced';
import { useFound } from '../shared/useFound';
import type { PartyView } from './api';
import { PartyCardFields } from './PartyCardFields';
import { CONTROLS, newCard } from './roles';
import { say } from '../words';

interface Props {
  /** Who may be chosen; all where it is left out. */
  roles?: Control[];
  partyId: number | undefined;
  empty: string;
  onChange: (party: PartyName | undefined) => void;
}

/** Who somebody is, by identifier. */
export function usePartyName(id: number | undefined) {
  const { company } = useCurrentCompany();
  return useQuery({
    queryKey: keys.partyName(company.id, id ?? 0),
    queryFn: async () =>
      (
        await data(
          api.GET('/api/v1/companies/{companyId}/party-names', {
            params: { path: { companyId: company.id }, query: { id: [id ?? 0] } },
          }),
        )
      )[0],
    enabled: id !== undefined && id > 0,
  });
}

function usePartyChooser({ roles = CONTROLS, partyId, onChange }: Props) {
  const { company, canPrepare } = useCurrentCompany();
  const queries = useQueryClient();
  const [typed, setTyped] = useState<string>();
  const [making, setMaking] = useState<string>();
  const only = roles.length === 1 ? roles[0] : undefined;
  const text = useDebounced(typed ?? '', 60);
  const found = useFound(text, {
    kind: ['PARTY'],
    tag: [roles.join('|'), 'active'],
    limit: 20,
    enabled: typed !== undefined,
  });
  const name = usePartyName(partyId);
  const keep = (party: PartyName) => queries.setQueryData(keys.partyName(company.id, party.id), party);
  const controlOf = (tags: string[]) => roles.find((r) => tags.includes(r));
  const rows = (found.data?.found ?? []).flatMap((f) => {
    const control = controlOf(f.tags);
    return control ? [{ id: f.id, name: f.title, control, code: f.detail }] : [];
  });
  const choices = rows.map((r): Choice => ({
    value: String(r.id),
    words: r.name,
    detail: only ? r.code : `${ROLES[r.control][0]}, ${r.code}`,
  }));
  // what was found for other letters is offered only as far as it fits these
  const looking =
    typed !== undefined &&
    (typed !== text || found.isPlaceholderData || found.isPending || found.data?.complete === false);
  return {
    chosen: name.data && {
      value: String(name.data.id),
      words: name.data.name,
    },
    choices: looking ? narrowed(choices, typed ?? '') : choices,
    looking,
    more: found.data?.more ?? false,
    onType: setTyped,
    onChoose: (choice: Choice | undefined) => {
      const party = rows.find((r) => String(r.id) === choice?.value);
      if (party) {
        keep(party);
      }
      onChange(party);
    },
    ...(canPrepare && {
      onNew: {
        words: (words: string) =>
          say('party.new', { words: only ? ROLES[only][0] : say('party.party'), words2: words }),
        make: setMaking,
      },
    }),
    dialog: making !== undefined && (
      <NewParty
        name={making}
        roles={roles}
        onClose={() => setMaking(undefined)}
        onMade={(party) => {
          keep(party);
          setMaking(undefined);
          onChange(party);
        }}
      />
    ),
  };
}

/** Somebody, chosen by typing any word of the name or the code; made there and then where they are new. */
export function PartyField({
  label,
  hint,
  className,
  ...props
}: Props & { label: string; hint?: ReactNode; className?: string }) {
  const id = useId();
  const { dialog, ...chooser } = usePartyChooser(props);
  return (
    <Form.Group className={className}>
      <Form.Label id={`${id}-label`} htmlFor={id}>
        {label}
      </Form.Label>
      <Chooser id={id} empty={props.empty} {...chooser} />
      {hint !== undefined && <div className="hint">{hint}</div>}
      {dialog}
    </Form.Group>
  );
}

/** The same inside a table's cell. */
export function CellParty({ label, ...props }: Props & { label: string }) {
  const { dialog, ...chooser } = usePartyChooser(props);
  return (
    <>
      <Chooser ariaLabel={label} empty={props.empty} {...chooser} />
      {dialog}
    </>
  );
}

function NewParty({
  name,
  roles,
  onClose,
  onMade,
}: {
  name: string;
  roles: Control[];
  onClose: () => void;
  onMade: (party: PartyName) => void;
}) {
  const { company } = useCurrentCompany();
  const queries = useQueryClient();
  const [card, setCard] = useState({ ...newCard(roles[0] ?? 'RECEIVABLES'), name });
  const add = useMutation({
    mutationFn: () => send<PartyView>('POST', `/api/v1/companies/${company.id}/parties`, card),
    onSuccess: async (made) => {
      await queries.invalidateQueries({ queryKey: keys.company(company.id) });
      onMade({ id: made.id, name: made.name, control: made.control, code: made.code });
    },
  });
  const words = ROLES[card.control as Control][0];
  return (
    <Modal show onHide={onClose} aria-labelledby="new-party" size="lg">
      <Form
        onSubmit={(e) => {
          e.preventDefault();
          e.stopPropagation();
          add.mutate();
        }}
      >
        <Modal.Header closeButton>
          <Modal.Title id="new-party">{say('party.new2', { words })}</Modal.Title>
        </Modal.Header>
        <Modal.Body>
          {roles.length > 1 && (
            <ChoiceField
              className="mb-2"
              label={say('party.whatTheyAre')}
              value={card.control}
              choices={roles.map((r) => [r, upper(ROLES[r][0])])}
              onChange={(control) => setCard({ ...newCard(control as Control), name: card.name })}
            />
          )}
          <PartyCardFields card={card} onChange={(part) => setCard({ ...card, ...part })} />
          <Problems error={add.error} title={say('party.notAddedWhatYouTypedIsStill')} />
        </Modal.Body>
        <Modal.Footer>
          <Button variant="outline-secondary" onClick={onClose}>
            {say('party.cancel')}
          </Button>
          <Button type="submit" disabled={add.isPending || card.name.trim() === ''}>
            {say('party.addThis', { words })}
          </Button>
        </Modal.Footer>
      </Form>
    </Modal>
  );
}
