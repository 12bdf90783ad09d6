import type { ReactNode } from 'react';
import { type Mounting, type Service, type SkyModel } from '@ivolt/core';
import { useAppDispatch } from '../../job/store';
import { putValue } from '../../job/edits';
import { useArray, useDesignPart, useEvaluation, usePartId } from '../../job/hooks';
import { Row } from '../../ui/layout';
import { Section } from '../../ui/Section';
import { Action } from '../../ui/controls';
import { Commands, Select, type Choice } from '../../ui/Opener';
import { Pencil } from '../../job/fields/Pencil';
import { PencilText } from '../../job/fields/PencilWords';
import { SheetHead } from '../../job/fields/SheetHead';
import { ArrayTabs } from '../common/ArrayTabs';
import { LossesByMonth } from './LossesByMonth';
import { MadeAndUsed } from './MadeAndUsed';
import { ModuleSelect, ModuleSheetPart, PileSummary } from './ModuleParts';
import { BestTilt, PlaneFields, RowsFields } from './PlaneParts';
import { SkylinePart } from './SkylinePart';
import { TiltFieldPart } from './TiltFieldPart';
import { addArray, duplicateArray, removeArray } from './useArrayEdits';

const MOUNTINGS: readonly Choice<Mounting>[] = [
  { id: 'roof', label: 'close to a roof', about: 'hottest' },
  { id: 'rack', label: 'on an open rack' },
  { id: 'pole', label: 'on a pole', about: 'coolest' },
];
const SERVICES: readonly Choice<Service>[] = [
  { id: 'ordinary', label: 'ordinary', about: 'makes 1.15 of what is used' },
  { id: 'critical', label: 'critical', about: 'makes 1.35 of what is used' },
];
const SKIES: readonly Choice<SkyModel>[] = [
  { id: 'hay-davies', label: 'bright round the sun', about: 'Hay & Davies 1980, the usual choice' },
  { id: 'perez', label: 'bright sun and horizon', about: 'Perez 1990' },
  { id: 'isotropic', label: 'alike all over', about: 'Liu & Jordan 1963, too dark for steep panels' },
];
const LOSSES = ['mismatch', 'bifacial', 'albedo'] as const;

/** Step 4: which panels, how many, which way, and what they make. */
export function ArraySheet() {
  const dispatch = useAppDispatch();
  const energy = useDesignPart('energy');
  return (
    <>
      <SheetHead sheet="array" />
      <ArrayTabs />
      <ArrayParts year={<MadeAndUsed />} />
      <Section part="array-sizing" title="How it is sized">
        <Row>
          <Select
            label="Service"
            value={energy.service}
            choices={SERVICES}
            onChange={(service) =>
              dispatch(putValue(`Ask for ${service} service`, '/energy/service', service))
            }
          />
          <Pencil path="/energy/throughBank" />
          <Select
            label="The diffuse sky is"
            value={energy.sky}
            choices={SKIES}
            onChange={(sky) => dispatch(putValue('Take another sky', '/energy/sky', sky))}
          />
        </Row>
      </Section>
    </>
  );
}

/** All of one array. `year` stands after its plan. */
export function ArrayParts({ year }: { year?: ReactNode }) {
  const dispatch = useAppDispatch();
  const arrays = useDesignPart('arrays');
  const { id, plan, path } = useArray();
  const [rowsId, lossesId] = [usePartId('array-rows'), usePartId('array-losses')];
  const evaluation = useEvaluation();
  const several = Object.keys(arrays).length > 1;
  return (
    <>
      <Row>
        {several ? (
          <PencilText
            label="Called"
            value={plan.name}
            chars={16}
            required
            onChange={(name, session) =>
              dispatch(putValue('Rename the array', `${path}/name`, name, session))
            }
          />
        ) : null}
        {plan.pile ? (
          <PileSummary />
        ) : (
          <>
            <ModuleSelect />
            <Pencil path={`${path}/count`} />
            <Pencil path={`${path}/most`} optional />
          </>
        )}
        <PlaneFields />
        <Select
          label="Mounted"
          value={plan.mounting}
          choices={MOUNTINGS}
          onChange={(mounting) => dispatch(putValue('Change the mounting', `${path}/mounting`, mounting))}
        />
      </Row>
      <BestTilt />
      <Row style={{ marginTop: 14, alignItems: 'center' }} className="screen">
        <Action onPress={() => dispatch(addArray())}>Add an array</Action>
        {several ? (
          <Commands
            label={`More for ${plan.name}`}
            sign="⋯"
            commands={[
              { id: 'duplicate', label: 'Duplicate' },
              { id: 'delete', label: 'Delete' },
            ]}
            onChoose={(command) => dispatch(command === 'duplicate' ? duplicateArray(id) : removeArray(id))}
          />
        ) : null}
      </Row>
      {evaluation?.climate ? year : null}
      <TiltFieldPart />
      <SkylinePart />
      <Section part={rowsId} title="Rows">
        <RowsFields />
      </Section>
      <Section part={lossesId} title="What is lost on the way, and what is gained">
        <Row>
          <Pencil path={`${path}/soiling`} />
          <Pencil path={`${path}/wiring`} optional quiet fallback={evaluation?.wire.lossPct[id] ?? null} />
          {LOSSES.map((key) => (
            <Pencil key={key} path={`${path}/${key}`} />
          ))}
        </Row>
        <LossesByMonth />
      </Section>
      <ModuleSheetPart />
    </>
  );
}
