import { INPUT_LIMITS, fieldAt, type InputLimit } from '@ivolt/core';
import { useState } from 'react';
import { useArray, useDesignPart, usePartId } from '../../job/hooks';
import { Action } from '../../ui/controls';
import { Note, Scroll, Table } from '../../ui/layout';
import { Section } from '../../ui/Section';
import { Pencil } from '../../job/fields/Pencil';
import { Heads } from '../../ui/Heads';

/** Inputs one by one, where they are not alike. */
export function InputLimits() {
  const { plan, controllerPath } = useArray();
  const partId = usePartId('strings-inputs');
  const controller = useDesignPart('controllers')[plan.strings.controller];
  const [opened, setOpened] = useState(false);
  if (!controller || controller.inputs.value < 2) return null;
  const differs = Object.values(controller.inputLimits).some((own) => Object.keys(own).length > 0);
  if (!opened && !differs)
    return (
      <p style={{ marginTop: 10 }} className="screen">
        <Action onPress={() => setOpened(true)}>Its inputs are not alike</Action>
      </p>
    );
  const common = (key: InputLimit) => controller[key]?.value ?? null;
  return (
    <Section part={partId} title="Its inputs one by one">
      <Scroll>
        <Table aria-label="Limits of each input">
          <Heads
            of={['Input', ...INPUT_LIMITS.map((key) => [fieldAt(`/controllers/*/${key}`).label] as const)]}
          />
          <tbody>
            {Array.from({ length: controller.inputs.value }, (_, i) => i + 1).map((input) => (
              <tr key={input}>
                <th scope="row">{input}</th>
                {INPUT_LIMITS.map((key) => (
                  <td key={key} className="n">
                    <Pencil
                      path={`${controllerPath}/inputLimits/${input}/${key}`}
                      label={`${fieldAt(`/controllers/*/${key}`).label}, input ${input}`}
                      hideLabel
                      optional
                      quiet
                      fallback={common(key)}
                      chars={6}
                      align="end"
                    />
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </Table>
      </Scroll>
      <Note style={{ marginTop: 6 }}>Empty takes what the sheet says for all of them.</Note>
    </Section>
  );
}
