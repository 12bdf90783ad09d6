import type { Finding, Sheet } from '@ivolt/core';
import { shallowEqual } from 'react-redux';
import { useAppSelector } from './store';

const NONE: readonly Finding[] = [];

/** Findings that pass, the same list as long as they are the same findings. */
export const useFindings = (passes: (finding: Finding) => boolean): readonly Finding[] =>
  useAppSelector(({ job }) => job.evaluation?.findings.filter(passes) ?? NONE, shallowEqual);

export const onSheet = (sheet: Sheet) => (finding: Finding) => finding.sheet === sheet;

/** Stops and looks of a sheet, without its notes. */
export const heldUpOn = (sheet: Sheet) => (finding: Finding) =>
  finding.sheet === sheet && finding.severity !== 'note';
