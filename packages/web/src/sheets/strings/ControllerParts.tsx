import {
  CONTROLLER_CLASSES,
  controllerClass,
  controllerOfClass,
  inOrder,
  withValueAt,
  type Controller,
  type Design,
  type ControllerKind,
} from '@ivolt/core';
import { useAppDispatch } from '../../job/store';
import { edit, putValue } from '../../job/edits';
import { useArray, useDesign, useDesignPart, useEvaluation, usePartId } from '../../job/hooks';
import { useToldBefore } from '../common/useToldBefore';
import { Action } from '../../ui/controls';
import { Note, Row } from '../../ui/layout';
import { Section } from '../../ui/Section';
import { Select, type Choice } from '../../ui/Opener';
import { Pencil } from '../../job/fields/Pencil';

const FIELDS = [
  'maxVolts',
  'minVolts',
  'maxWorkVolts',
  'headroom',
  'maxAmps',
  'maxIscAmps',
  'chargeAmps',
  'efficiency',
  'ownDraw',
  'inputs',
  'keepFree',
] as const;
const OPTIONAL = ['startVolts', 'maxWatts'] as const;
const KINDS: readonly Choice<ControllerKind>[] = [
  { id: 'mppt', label: 'tracking', about: 'turns spare volts into amps' },
  { id: 'pwm', label: 'pulse width', about: 'ties the panels to the bank’s volts' },
  { id: 'boost', label: 'boosting', about: 'lifts panels of few volts to the bank' },
  {
    id: 'station',
    label: 'a power station’s input',
    about: 'a box with its own battery; often a narrow window',
  },
];
const BUSES = ['12', '24', '48'] as const;

function useController(): Controller {
  const { plan } = useArray();
  const controller = useDesignPart('controllers')[plan.strings.controller];
  if (!controller) throw new Error('An array has a controller');
  return controller;
}

/** Names of the other arrays on a controller. */
const othersOn = ({ arrays }: Design, controllerId: string, arrayId: string): string[] =>
  Object.entries(arrays)
    .filter(([other, { strings }]) => other !== arrayId && strings.controller === controllerId)
    .map(([, { name }]) => name || 'an unnamed array');

/** A typical class, or what has been typed over it; with several controllers, which of them this array is on. */
export function ControllerSelect() {
  const dispatch = useAppDispatch();
  const { id, plan, controllerPath } = useArray();
  const controller = useController();
  const sharers = othersOn(useDesign(), plan.strings.controller, id);
  const of = CONTROLLER_CLASSES.find(({ label }) => label === controller.label);
  const untouched =
    of &&
    Object.entries(of.numbers).every(
      ([key, value]) => controller[key as keyof typeof of.numbers].value === value,
    );
  return (
    <Select
      label={sharers.length > 0 ? `Controller, shared with ${sharers.join(' and ')}` : 'Controller'}
      value={of?.id ?? null}
      shown={untouched ? controller.label : `${controller.label}, typed over`}
      choices={CONTROLLER_CLASSES.map(({ id, label, about }) => ({ id, label, about }))}
      onChange={(id) =>
        dispatch(
          putValue(`Take a controller of ${controllerClass(id).label}`, controllerPath, {
            position: controller.position,
            ...controllerOfClass(controllerClass(id)),
          }),
        )
      }
    />
  );
}

/** Which controller the array is strung to, where there are several arrays to share them. */
export function ControllerOfArray() {
  const dispatch = useAppDispatch();
  const { id, plan, path } = useArray();
  const all = useDesign();
  const { controllers, arrays } = all;
  const inTurn = inOrder(controllers);
  if (Object.keys(arrays).length < 2) return null;
  const own = plan.strings.controller;
  const shared = othersOn(all, own, id).length > 0;
  const words = (controllerId: string) => {
    const number = inTurn.findIndex(([other]) => other === controllerId) + 1;
    const others = othersOn(all, controllerId, id);
    return `${number}, ${others.length > 0 ? `with ${others.join(' and ')}` : 'alone'}`;
  };
  const ownOne = () =>
    dispatch(
      edit('Give it a controller of its own', (design) => {
        const fresh = `c${crypto.randomUUID().slice(0, 8)}`;
        const last = Math.max(...Object.values(design.controllers).map(({ position }) => position));
        const copy = { ...(design.controllers[own] as Controller), position: last + 1 };
        return withValueAt(
          withValueAt(design, `/controllers/${fresh}`, copy),
          `${path}/strings/controller`,
          fresh,
        );
      }),
    );
  const move = (next: string) =>
    dispatch(
      edit(`String it to controller ${inTurn.findIndex(([other]) => other === next) + 1}`, (design) => {
        const moved = withValueAt(design, `${path}/strings/controller`, next);
        const used = new Set(Object.values(moved.arrays).map(({ strings }) => strings.controller));
        // a controller that nothing is strung to any more goes with the last that was
        return used.has(own) ? moved : withValueAt(moved, `/controllers/${own}`, undefined);
      }),
    );
  return (
    <>
      <Select
        label="Connected to"
        value={own}
        choices={inTurn.map(([controllerId, { label }]) => ({
          id: controllerId,
          label: words(controllerId),
          about: label,
        }))}
        onChange={move}
      />
      {shared ? (
        <Note className="screen" style={{ alignSelf: 'end' }}>
          <Action onPress={ownOne}>Give it a controller of its own</Action>
        </Note>
      ) : null}
    </>
  );
}

/** Which of its inputs the strings begin on, where there are several. */
export function FirstInput() {
  const dispatch = useAppDispatch();
  const { id, plan, path } = useArray();
  const controller = useController();
  const first = useEvaluation()?.strings[id]?.firstInput ?? 1;
  if (controller.inputs.value < 2) return null;
  return (
    <Select
      label="From input"
      value={plan.strings.first === null ? 'next' : String(plan.strings.first)}
      shown={plan.strings.first === null ? `${first}, the next free` : undefined}
      choices={[
        { id: 'next', label: 'the next free' },
        ...Array.from({ length: controller.inputs.value }, (_, i) => ({
          id: String(i + 1),
          label: String(i + 1),
        })),
      ]}
      onChange={(next) =>
        dispatch(
          putValue(
            next === 'next' ? 'Begin on the next free input' : `Begin on input ${next}`,
            `${path}/strings/first`,
            next === 'next' ? null : Number(next),
          ),
        )
      }
    />
  );
}

export function ControllerSheet() {
  const dispatch = useAppDispatch();
  const { controllerPath } = useArray();
  const partId = usePartId('strings-controller');
  const { kind, chargeAmps } = useController();
  const before = useToldBefore(({ strings }) => strings.controller);
  if (before) return <p>The same controller as {before}.</p>;
  return (
    <Section part={partId} title="The controller’s data sheet">
      <Row>
        <Select
          label="Works by"
          value={kind}
          choices={KINDS}
          onChange={(next) =>
            dispatch(putValue('Change how the controller works', `${controllerPath}/kind`, next))
          }
        />
        {FIELDS.map((key) => (
          <Pencil key={key} path={`${controllerPath}/${key}`} />
        ))}
        {OPTIONAL.map((key) => (
          <Pencil key={key} path={`${controllerPath}/${key}`} optional chars={8} />
        ))}
        {BUSES.map((bus) => (
          <Pencil
            key={bus}
            path={`${controllerPath}/chargeAmpsBy/${bus}`}
            label={`Rated charge current at ${bus} V`}
            optional
            quiet
            fallback={chargeAmps.value}
            chars={8}
          />
        ))}
      </Row>
    </Section>
  );
}
