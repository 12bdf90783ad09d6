import { createContext, useContext, type ReactNode } from 'react';
import { styled } from 'styled-components';
import { color } from './tokens';

/** True where a sheet is only read, as in the book: text in place of fields, nothing to press, every row drawn. */
export const Reading = createContext(false);
export const useReading = (): boolean => useContext(Reading);

const Entry = styled.div`
  min-width: 0;
  small {
    display: block;
    font-size: 13px;
    color: ${color.soft};
  }
`;

/** What a field holds, as text; nothing of an empty one. @param label written above it unless hidden */
export function ReadOnly({ label, children }: { label?: string; children: ReactNode }) {
  if (children === '' || children === null || children === undefined || children === '–') return null;
  if (!label) return <>{children}</>;
  return (
    <Entry>
      <small>{label}</small>
      {children}
    </Entry>
  );
}
