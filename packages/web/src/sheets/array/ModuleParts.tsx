import {
  MODULE_CLASSES,
  displayFigure,
  joined,
  moduleClass,
  panelCount,
  panelWatts,
  sheetOfClass,
} from '@ivolt/core';
import { Link, useParams } from 'react-router';
import { useAppDispatch } from '../../job/store';
import { putValue } from '../../job/edits';
import { useArray, useDesignPart, usePartId } from '../../job/hooks';
import { useToldBefore } from '../common/useToldBefore';
import { FieldLabel } from '../../ui/controls';
import { Note, Row } from '../../ui/layout';
import { Section } from '../../ui/Section';
import { Select } from '../../ui/Opener';
import { Pencil } from '../../job/fields/Pencil';
import { TickField } from '../../job/fields/TickField';
import { SheetPaste } from '../common/SheetPaste';

const SHEET_FIELDS = ['pmax', 'voc', 'isc', 'vmp', 'imp', 'sections'] as const;
const COEFFICIENTS = ['betaVoc', 'alphaIsc', 'gammaPmax', 'maxFuse'] as const;

/** A typical class, or what has been typed over it. */
export function ModuleSelect() {
  const dispatch = useAppDispatch();
  const { plan, path } = useArray();
  const { module } = plan;
  const of = MODULE_CLASSES.find(({ label }) => label === module.label);
  const untouched =
    of &&
    Object.entries(of.numbers).every(
      ([key, value]) => module[key as keyof typeof of.numbers]?.value === value,
    );
  return (
    <Select
      label="Panel"
      value={of?.id ?? null}
      shown={untouched ? module.label : `${module.label}, typed over`}
      choices={MODULE_CLASSES.map(({ id, label, about }) => ({ id, label, about }))}
      onChange={(id) =>
        dispatch(putValue(`Take ${moduleClass(id).label}`, `${path}/module`, sheetOfClass(moduleClass(id))))
      }
    />
  );
}

/** How many there are of which, where they are not alike. */
export function PileSummary() {
  const { id: jobId } = useParams();
  const units = useDesignPart('units');
  const { plan } = useArray();
  const sorts = Object.keys(plan.pile?.sorts ?? {});
  return (
    <div>
      <FieldLabel as="span">Panels</FieldLabel>
      {panelCount(plan)} of {sorts.length} sorts, {joined(displayFigure(panelWatts(plan), 'power', units))}:{' '}
      {jobId ? <Link to={`/jobs/${jobId}/strings`}>the pile is on the sheet of strings</Link> : 'see strings'}
    </div>
  );
}

export function ModuleSheetPart() {
  const dispatch = useAppDispatch();
  const { path, plan } = useArray();
  const partId = usePartId('array-sheet');
  const before = useToldBefore(({ pile, module }) => pile ?? module);
  if (plan.pile) return null;
  if (before) return <p>The same panel as {before}.</p>;
  return (
    <Section part={partId} title="The panel’s data sheet">
      <Row>
        {SHEET_FIELDS.map((key) => (
          <Pencil key={key} path={`${path}/module/${key}`} />
        ))}
      </Row>
      <Row style={{ marginTop: 14 }}>
        {COEFFICIENTS.map((key) => (
          <Pencil key={key} path={`${path}/module/${key}`} optional chars={12} />
        ))}
      </Row>
      <div style={{ marginTop: 10 }}>
        <TickField
          path={`${path}/module/halfCut`}
          says={['The cells are cut in half', 'The cells are whole']}
        >
          Its cells are cut in half, in two blocks side by side
        </TickField>
      </div>
      <div style={{ marginTop: 10 }} className="screen">
        <SheetPaste
          take="Take this sheet"
          onTake={({ sheet }) => dispatch(putValue('Take a pasted sheet', `${path}/module`, sheet))}
        />
      </div>
      <Note style={{ marginTop: 8 }}>
        A typical class is a starting point. Type over it what your own panel’s sheet or back says; leave a
        coefficient empty where it says nothing.
      </Note>
    </Section>
  );
}
