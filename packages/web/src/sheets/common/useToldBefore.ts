import { inOrder, type ArrayPlan } from '@ivolt/core';
import { useArray, useDesignPart } from '../../job/hooks';
import { useReading } from '../../ui/reading';

/**
 * The array of a book that has told the same before, by its name; null where none has, and on a sheet.
 * @param of what is told of an array; alike where its JSON is
 */
export function useToldBefore(of: (plan: ArrayPlan) => unknown): string | null {
  const arrays = useDesignPart('arrays');
  const { id, plan } = useArray();
  const reading = useReading();
  if (!reading) return null;
  const inTurn = inOrder(arrays);
  const own = JSON.stringify(of(plan));
  const [, before] =
    inTurn
      .slice(
        0,
        inTurn.findIndex(([other]) => other === id),
      )
      .find(([, other]) => JSON.stringify(of(other)) === own) ?? [];
  return before ? before.name || 'the first array' : null;
}
