import { displayFigure, inOrder, joined, panelWatts } from '@ivolt/core';
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
      tabs={inTurn.map(([id, plan]) => ({
        id,
        name: plan.name || 'Unnamed',
        about: joined(displayFigure(panelWatts(plan), 'power', units)),
      }))}
    />
  );
}
