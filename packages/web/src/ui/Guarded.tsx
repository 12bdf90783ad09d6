import { createContext, useContext, type ReactNode } from 'react';
import { ErrorBoundary } from 'react-error-boundary';
import { styled } from 'styled-components';
import { Action } from './controls';
import { Row } from './layout';
import { color } from './tokens';

/** What can be done where a part broke, besides trying again; a job's page says how to take the job out. */
export const WhereBroken = createContext<ReactNode>(null);

const Broken = styled.div`
  border-left: 4px solid ${color.act};
  padding: 4px 0 4px 12px;
  max-width: 70ch;
`;

function BrokenPart({ error, again }: { error: unknown; again: () => void }) {
  const out = useContext(WhereBroken);
  const said = error instanceof Error ? error.message : String(error);
  return (
    <Broken role="alert">
      <p>
        This part cannot be drawn; the rest goes on, and what was typed is kept. It said: {said.slice(0, 200)}
      </p>
      <Row style={{ marginTop: 6 }}>
        <Action onPress={again}>Draw it again</Action>
        {out}
      </Row>
    </Broken>
  );
}

/** Keeps what breaks in it from taking the page down; it is drawn again when asked, or when one of `anew` changes. */
export function Guarded({ children, anew }: { children: ReactNode; anew?: readonly unknown[] }) {
  return (
    <ErrorBoundary
      resetKeys={anew ? [...anew] : undefined}
      fallbackRender={({ error, resetErrorBoundary }) => (
        <BrokenPart error={error} again={resetErrorBoundary} />
      )}
    >
      {children}
    </ErrorBoundary>
  );
}
