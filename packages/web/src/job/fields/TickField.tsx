import { valueAt } from '@ivolt/core';
import type { ReactNode } from 'react';
import { Tick } from '../../ui/controls';
import { putValue } from '../edits';
import { useAppDispatch, useAppSelector } from '../store';

/** Something of the design that is so or not so. @param says what the change is called when it becomes so, and not so */
export function TickField({
  path,
  says: [on, off],
  children,
}: {
  path: string;
  says: readonly [on: string, off: string];
  children: ReactNode;
}) {
  const dispatch = useAppDispatch();
  const checked = useAppSelector(({ job }) => valueAt(job.design, path) === true);
  return (
    <Tick checked={checked} onChange={(so) => dispatch(putValue(so ? on : off, path, so))}>
      {children}
    </Tick>
  );
}
