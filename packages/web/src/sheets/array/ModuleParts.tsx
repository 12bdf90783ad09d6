import { MODULE_CLASSES, moduleClass, sheetOfClass } from '@ivolt/core';
import { useAppDispatch } from '../../app/store';
import { putValue } from '../../job/edits';
import { useArray, usePartId } from '../../job/hooks';
import { Note, Row, Section } from '../../ui/layout';
import { Select } from '../../ui/Opener';
import { Pencil } from '../../ui/Pencil';

const SHEET_FIELDS = ['pmax', 'voc', 'isc', 'vmp', 'imp'] as const;
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

export function ModuleSheetPart() {
  const { path } = useArray();
  const partId = usePartId('array-sheet');
  return (
    <Section aria-labelledby={partId}>
      <h2 id={partId}>The panel’s data sheet</h2>
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
      <Note style={{ marginTop: 8 }}>
        A typical class is a starting point. Type over it what your own panel’s sheet or back says; leave a
        coefficient empty where it says nothing.
      </Note>
    </Section>
  );
}
