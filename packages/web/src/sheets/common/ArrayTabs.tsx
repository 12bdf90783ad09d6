import { displayFigure, inOrder, joined } from '@ivolt/core';
import { useAppDispatch } from '../../job/store';
import { useArray, useDesignPart } from '../../job/hooks';
import { jobActions } from '../../job/jobSlice';
import { Tabs } from '../../ui/Tabs';

/** Which of several arrays the sheet is about; nothing where there is one. */
export function ArrayTabs() {
  const dispatch = useAppDispatch();
  const arrays = useDesignPart('arrays');
  const units = useDesignPart('units');
  const { id: shown } = useArray();
  const inTurn = inOrder(arrays);
  if (inTurn.length < 2) return null;
  return (
    <Tabs
      label="Arrays"
      shown={shown}
      onShow={(id) => dispatch(jobActions.arrayShown(id))}
      tabs={inTurn.map(([id, { name, count, module, pile }]) => ({
        id,
        name: name || 'Unnamed',
        about: joined(
          displayFigure(
            (pile ? Object.values(pile.sorts) : [{ count, module }]).reduce(
              (sum, sort) => sum + sort.count.value * sort.module.pmax.value,
              0,
            ),
            'power',
            units,
          ),
        ),
      }))}
    />
  );
}
