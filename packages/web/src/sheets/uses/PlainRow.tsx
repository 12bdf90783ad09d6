import {
  USE_FORMS,
  defaultUnit,
  displayEntered,
  joined,
  monthsText,
  runningW,
  type Entry,
  type Quantity,
  type Use,
} from '@ivolt/core';
import { memo } from 'react';
import { styled } from 'styled-components';
import { useAppSelector } from '../../job/store';
import { figureText } from '../../job/fields/Ink';
import { hoursTold, watts } from './useWords';

const Tall = styled.tr`
  height: 36px;
`;

const entered = ({ value, unit }: Entry, quantity: Quantity) =>
  joined(displayEntered(value, quantity, unit ?? defaultUnit(quantity, 'metric')));

/** A row as words only, while the table rushes past: its fields come when it rests. */
export const PlainRow = memo(function PlainRow({ id, use, index }: { id: string; use: Use; index: number }) {
  const day = useAppSelector(({ job }) => figureText(job.evaluation?.figures[`use:${id}`]));
  return (
    <tbody data-index={index}>
      <Tall aria-rowindex={index + 2} data-use={use.name}>
        <th scope="row">{use.name}</th>
        <td className="n">
          {USE_FORMS[use.form].watts ? entered(use.watts, 'power') : watts(runningW(use))}
        </td>
        <td className="n">{use.count.value}</td>
        <td className="n">{hoursTold(use) ?? entered(use.hours, 'hours')}</td>
        <td>{monthsText(use.months)}</td>
        <td>{use.supply.toUpperCase()}</td>
        <td className="n">{use.start === 'factor' ? entered(use.startFactor, 'factor') : ''}</td>
        <td className="n">{entered(use.standby, 'power')}</td>
        <td>{use.priority}</td>
        <td className="n">{day}</td>
        <td className="screen" />
      </Tall>
    </tbody>
  );
});
