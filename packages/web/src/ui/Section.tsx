import type { ComponentProps } from 'react';
import { styled } from 'styled-components';
import { Guarded } from './Guarded';

const Frame = styled.section`
  margin-top: 28px;
  break-inside: avoid;
  /* a part that has not changed is not painted again */
  isolation: isolate;
  h2 {
    font-size: 18px;
    margin-bottom: 10px;
  }
`;

/** A part of a sheet. What breaks in it leaves the others standing. */
export function Section({ children, ...frame }: ComponentProps<'section'>) {
  return (
    <Frame {...frame}>
      <Guarded>{children}</Guarded>
    </Frame>
  );
}
