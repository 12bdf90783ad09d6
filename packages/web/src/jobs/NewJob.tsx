import type { BusVolts, JobKind, UnitSystem } from '@ivolt/core';
import { useState, type FormEvent } from 'react';
import { FieldError, Form, Input, Label, TextField } from 'react-aria-components';
import { useNavigate } from 'react-router';
import { styled } from 'styled-components';
import { ApiError, api } from '../api/client';
import { Action, FieldLabel, Primary, pencilLook } from '../ui/controls';
import { Select } from '../ui/Opener';
import { Note, Row } from '../ui/layout';
import { color, site } from '../ui/tokens';

const Panel = styled(Form)`
  border: 1px solid ${color.ink};
  padding: 18px 20px 18px;
  margin: 16px 0 8px;
  display: grid;
  gap: 16px;
`;

const NameBox = styled(Input)`
  ${pencilLook}
  width: min(26ch, 80vw);
  min-height: 26px;
  ${site} {
    min-height: 44px;
  }
`;

const Wrong = styled(FieldError)`
  color: ${color.act};
  font-size: 13px;
  display: block;
`;

const KINDS: readonly { id: JobKind; label: string; bus: BusVolts }[] = [
  { id: 'cabin', label: 'Cabin', bus: 24 },
  { id: 'homestead', label: 'Homestead', bus: 48 },
  { id: 'shed', label: 'Shed', bus: 12 },
  { id: 'trailer', label: 'Trailer', bus: 12 },
  { id: 'boat', label: 'Boat', bus: 12 },
];

const UNITS: readonly { id: UnitSystem; label: string }[] = [
  { id: 'metric', label: 'Metric' },
  { id: 'imperial', label: 'Imperial' },
];

const EXAMPLES = [
  { id: 'blank', label: 'A blank job' },
  { id: 'tarn-hut', label: 'Tarn Hut', about: 'A ski club’s hut through a dark winter, 24 V' },
  { id: 'vale-do-junco', label: 'Vale do Junco', about: 'A goat dairy with a deep well, three arrays, 48 V' },
  { id: 'sula', label: 'Sula', about: 'A wooden cutter that goes north for the summer, 12 V' },
  { id: 'bookwagon', label: 'Bookwagon', about: 'A travelling library with five stops, 24 V' },
] as const;

/** Starts a job, blank or from an example. */
export function NewJob({
  onCancel,
  onProblem,
}: {
  onCancel: () => void;
  onProblem: (message: string | null) => void;
}) {
  const navigate = useNavigate();
  const [name, setName] = useState('');
  const [kind, setKind] = useState<JobKind>('cabin');
  const [units, setUnits] = useState<UnitSystem>('metric');
  const [bus, setBus] = useState<BusVolts>(24);
  const [from, setFrom] = useState<(typeof EXAMPLES)[number]['id']>('blank');
  const [missing, setMissing] = useState(false);
  const [busy, setBusy] = useState(false);

  const start = async () => {
    const { blankDesign, examples } = await import('@ivolt/core');
    const example = examples().find(({ id }) => id === from);
    const design = example
      ? { ...example.design, name: name.trim(), units }
      : blankDesign({ name: name.trim(), kind, units, busVolts: bus });
    const { id } = await api.create(design, example ? `From ${example.design.name}` : 'New job');
    await navigate(`/jobs/${id}${example ? '' : '/uses'}`, { state: { isNew: !example } });
  };

  const submit = (event: FormEvent) => {
    event.preventDefault();
    if (name.trim() === '') return setMissing(true);
    setBusy(true);
    onProblem(null);
    start().catch((error: unknown) => {
      setBusy(false);
      onProblem(error instanceof ApiError ? error.message : 'The job could not be made');
    });
  };

  return (
    <Panel onSubmit={submit} aria-label="New job">
      <Row>
        <TextField
          value={name}
          onChange={(next) => (setName(next), setMissing(false))}
          isInvalid={missing}
          validationBehavior="aria"
          autoFocus
          maxLength={120}
        >
          <FieldLabel as={Label}>What is it called?</FieldLabel>
          <NameBox autoComplete="off" />
          <Wrong>{missing ? 'Give it a name, to find it again' : null}</Wrong>
        </TextField>
        <Select label="Start from" value={from} choices={EXAMPLES} onChange={setFrom} />
        {from === 'blank' ? (
          <>
            <Select
              label="What is it?"
              value={kind}
              choices={KINDS}
              onChange={(next) => {
                setKind(next);
                setBus(KINDS.find(({ id }) => id === next)?.bus ?? 12);
              }}
            />
            <Select
              label="Bus"
              value={String(bus)}
              choices={['12', '24', '48'].map((id) => ({ id, label: `${id} V` }))}
              onChange={(next) => setBus(Number(next) as BusVolts)}
            />
          </>
        ) : null}
        <Select label="Units" value={units} choices={UNITS} onChange={setUnits} />
      </Row>
      {from === 'blank' ? (
        <Note>
          12 V for a boat, a trailer or a shed; 24 V for a cabin; 48 V from about 3 kW on. It can be changed
          later.
        </Note>
      ) : null}
      <Row>
        <Primary type="submit" isDisabled={busy}>
          {busy ? 'Starting …' : 'Start'}
        </Primary>
        <Action onPress={onCancel}>Not now</Action>
      </Row>
    </Panel>
  );
}
