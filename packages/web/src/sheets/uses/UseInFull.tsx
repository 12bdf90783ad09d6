import {
  USE_FORMS,
  USE_GROUPS,
  USUAL_GIVEN,
  withValueAt,
  type Leg,
  type Phases,
  type StartBy,
  type Use,
  type UseForm,
  type UseGroup,
} from '@ivolt/core';
import { useId } from 'react';
import { styled } from 'styled-components';
import { useAppDispatch } from '../../job/store';
import { edit, putValue } from '../../job/edits';
import { useDesignPart } from '../../job/hooks';
import { Tick } from '../../ui/controls';
import { Note, Row } from '../../ui/layout';
import { Select, type Choice } from '../../ui/Opener';
import { color } from '../../ui/tokens';
import { GivenPencil } from './GivenPencil';
import { SeriesPart } from './SeriesPart';
import { UnitGuard } from './UnitGuard';
import { WhenPart } from './WhenPart';

const Sheetlet = styled.div`
  border-left: 3px solid ${color.ink};
  padding: 6px 0 14px 16px;
  margin: 2px 0 10px;
  display: grid;
  gap: 16px;
  white-space: normal;
  h3 {
    font-size: 15px;
    margin: 0 0 6px;
  }
`;

const FORMS = (Object.keys(USE_FORMS) as UseForm[]).map((id): Choice<UseForm> => ({
  id,
  label: USE_FORMS[id].name,
  about: USE_FORMS[id].about,
}));
const GROUPS = (Object.keys(USE_GROUPS) as UseGroup[]).map((id): Choice<UseGroup> => ({
  id,
  label: USE_GROUPS[id],
}));
const STARTS: readonly Choice<StartBy>[] = [
  { id: 'factor', label: 'a factor', about: 'times its running watts' },
  { id: 'amps', label: 'locked-rotor amps', about: 'LRA on the plate' },
  { id: 'watts', label: 'measured watts', about: 'by a meter that holds the peak' },
];
const LEGS: readonly Choice<Leg>[] = [
  { id: 'a', label: 'leg A' },
  { id: 'b', label: 'leg B' },
  { id: 'c', label: 'leg C' },
  { id: 'both', label: 'all legs', about: 'shared between them' },
];
const legsOf = (phases: Phases) => LEGS.filter(({ id }) => id !== 'c' || phases === 'three');
const STAGES: readonly Choice<string>[] = [
  { id: '0', label: 'from the first day' },
  { id: '1', label: 'at stage 1', about: 'counts for nothing yet; the design is checked for it' },
  { id: '2', label: 'at stage 2' },
  { id: '3', label: 'at stage 3' },
];
const SHED: readonly Choice<string>[] = [
  { id: '0', label: 'not said' },
  ...Array.from({ length: 9 }, (_, i) => ({
    id: String(i + 1),
    label: i === 0 ? 'first' : `as number ${i + 1}`,
  })),
];

/** Everything of one use: how its figure is known, when it runs, and how it matters. */
export function UseInFull({ id, use }: { id: string; use: Use }) {
  const dispatch = useAppDispatch();
  const units = useDesignPart('units');
  const { phases } = useDesignPart('supply');
  const heading = useId();
  const name = use.name || 'the unnamed use';
  const put = (label: string, key: keyof Use, value: unknown) =>
    dispatch(putValue(`${label} ${name}`, `/uses/${id}/${key}`, value));
  return (
    <Sheetlet role="group" aria-label={`${name} in full`}>
      <section aria-labelledby={`${heading}known`}>
        <h3 id={`${heading}known`}>How it is known</h3>
        <Row>
          <Select
            label="By"
            value={use.form}
            choices={FORMS}
            onChange={(form) =>
              dispatch(
                edit(`Take ${name} by ${USE_FORMS[form].name}`, takeForm(id, form, units === 'imperial')),
              )
            }
          />
          {USE_FORMS[use.form].asks.map((key) => (
            <GivenPencil key={key} id={id} given={key} />
          ))}
          <Select
            label="Belongs to"
            value={use.group}
            choices={GROUPS}
            onChange={(group) => put('Regroup', 'group', group)}
          />
        </Row>
        {use.form === 'series' ? <SeriesPart id={id} use={use} /> : null}
        <Note style={{ marginTop: 6 }}>{USE_FORMS[use.form].source}.</Note>
        <UnitGuard form={use.form} />
      </section>
      <section aria-labelledby={`${heading}when`}>
        <h3 id={`${heading}when`}>When it runs</h3>
        <WhenPart id={id} use={use} />
      </section>
      <section aria-labelledby={`${heading}matters`}>
        <h3 id={`${heading}matters`}>How it matters</h3>
        <Row>
          <Select
            label="Its start is known by"
            value={use.start}
            choices={STARTS}
            onChange={(start) => put('Change the start of', 'start', start)}
          />
          {use.start === 'amps' ? (
            <>
              <GivenPencil id={id} given="startAmps" />
              <GivenPencil id={id} given="startVolts" />
            </>
          ) : null}
          {use.start === 'watts' ? <GivenPencil id={id} given="startWatts" /> : null}
          {phases !== 'single' && use.supply === 'ac' ? (
            <Select
              label="On"
              value={use.leg}
              choices={legsOf(phases)}
              onChange={(leg) => put('Move to another leg:', 'leg', leg)}
            />
          ) : null}
          <Select
            label="When there is too little it goes off"
            value={String(use.shed)}
            choices={SHED}
            onChange={(shed) => put('Change the shedding of', 'shed', Number(shed))}
          />
          <Select
            label="It is there"
            value={String(use.stage)}
            choices={STAGES}
            onChange={(stage) => put('Change the stage of', 'stage', Number(stage))}
          />
        </Row>
        <div style={{ marginTop: 10 }}>
          <Tick
            checked={use.perPerson}
            onChange={(on) => put(on ? 'By the people:' : 'Not by the people:', 'perPerson', on)}
          >
            It runs the longer the more people there are
          </Tick>
        </div>
      </section>
    </Sheetlet>
  );
}

/** Another way to say what a use takes, its figures begun with usual ones, each a guess. */
function takeForm(id: string, form: UseForm, imperial: boolean) {
  return (design: Parameters<Parameters<typeof edit>[1]>[0]) => {
    const use = design.uses[id];
    if (!use) return design;
    const usual = (key: keyof typeof USUAL_GIVEN) => (imperial && key === 'volts' ? 120 : USUAL_GIVEN[key]);
    const asked = USE_FORMS[form].asks.filter((key) => key !== 'meterPeak' && !use.given[key]);
    const begun = Object.fromEntries(
      asked.map((key) => [key, { value: usual(key), from: 'guess' as const }]),
    );
    return withValueAt(design, `/uses/${id}`, { ...use, form, given: { ...use.given, ...begun } });
  };
}
