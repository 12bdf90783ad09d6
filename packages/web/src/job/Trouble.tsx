import { styled } from 'styled-components';
import { Action } from '../ui/controls';
import { color } from '../ui/tokens';
import { jobActions } from './jobSlice';
import { useAppDispatch, useAppSelector } from './store';

const Box = styled.div`
  border: 2px solid ${color.act};
  margin: 0 0 20px;
  padding: 10px 14px 12px;
`;

/** Says where the figures on the page are not of the design as it is. */
export function Trouble() {
  const dispatch = useAppDispatch();
  const trouble = useAppSelector(({ job }) => job.trouble);
  const known = useAppSelector(({ job }) => job.evaluation !== null);
  if (trouble === null) return null;
  return (
    <Box role="alert">
      <b>{trouble}.</b>{' '}
      {known
        ? 'Verdict and figures are of the design before the last change: do not build by them.'
        : 'There is no verdict and there are no figures yet.'}{' '}
      What you typed is kept. The next change is reckoned again.{' '}
      <Action onPress={() => dispatch(jobActions.reckonAgain())}>Calculate again</Action>
    </Box>
  );
}
