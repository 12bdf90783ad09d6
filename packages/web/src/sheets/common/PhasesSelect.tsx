import type { Phases } from '@ivolt/core';
import { putValue } from '../../job/edits';
import { useDesignPart } from '../../job/hooks';
import { useAppDispatch } from '../../job/store';
import { Select, type Choice } from '../../ui/Opener';

const PHASES: readonly Choice<Phases>[] = [
  { id: 'single', label: 'single-phase' },
  { id: 'split', label: 'split-phase', about: 'two legs of 120 V, 240 V between them' },
  { id: 'three', label: 'three-phase', about: 'three legs, for motors on 400 or 208 V' },
];

/** How AC is made. */
export function PhasesSelect() {
  const dispatch = useAppDispatch();
  const { phases } = useDesignPart('supply');
  return (
    <Select
      label="AC is"
      value={phases}
      choices={PHASES}
      onChange={(next) => dispatch(putValue('Change the phases of AC', '/supply/phases', next))}
    />
  );
}
