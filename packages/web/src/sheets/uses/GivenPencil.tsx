import { USUAL_GIVEN, type GivenKey } from '@ivolt/core';
import { Pencil } from '../../job/fields/Pencil';

/** A figure that only some uses have: empty, it is taken as its usual value, and says so. */
export const GivenPencil = ({ id, given, label }: { id: string; given: GivenKey; label?: string }) => (
  <Pencil
    path={`/uses/${id}/given/${given}`}
    label={label}
    fallback={USUAL_GIVEN[given]}
    optional
    quiet={given === 'duty' || given === 'meterPeak' || given === 'pressure'}
    chars={10}
  />
);
