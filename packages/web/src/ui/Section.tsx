import { useContext, useLayoutEffect, useRef, type ComponentProps, type ReactNode } from 'react';
import { styled } from 'styled-components';
import { Guarded } from './Guarded';
import { folds, PartsContext } from './parts';
import { color } from './tokens';

const Frame = styled.section`
  margin-top: 28px;
  break-inside: avoid;
  /* a part that has not changed is not painted again */
  isolation: isolate;
  h2 {
    font-size: 18px;
    margin-bottom: 10px;
    scroll-margin-top: 96px;
  }
`;

const Fold = styled.button`
  all: unset;
  cursor: pointer;
  &::after {
    content: '▾';
    display: inline-block;
    margin-left: 8px;
    font-size: 13px;
    color: ${color.soft};
  }
  &[aria-expanded='false']::after {
    content: '▸';
  }
  &:hover {
    text-decoration: underline;
    text-decoration-thickness: 1px;
    text-underline-offset: 4px;
  }
  &:focus-visible {
    outline: 2px solid ${color.ink};
    outline-offset: 3px;
  }
  @media print {
    &::after {
      content: none;
    }
  }
`;

const Body = styled.div`
  @media screen {
    &[data-folded='true'] {
      display: none;
    }
  }
`;

interface Props extends Omit<ComponentProps<'section'>, 'title'> {
  /** Its name in this sheet, the id of its heading. */
  part?: string;
  title?: ReactNode;
}

/**
 * A part of a sheet. What breaks in it leaves the others standing. Where it has a title it is in the line of parts and
 * can be folded, which this browser remembers; in the book it is open.
 */
export function Section({ part, title, children, ...frame }: Props) {
  const parts = useContext(PartsContext);
  const heading = useRef<HTMLHeadingElement>(null);
  const folded = folds.use().includes(part ?? '') && parts !== null;
  const register = parts?.register;
  useLayoutEffect(() => {
    const { current } = heading;
    return part && current && register ? register(part, current) : undefined;
  }, [part, register]);
  useLayoutEffect(() => {
    if (part && heading.current) parts?.titled(part, heading.current.textContent ?? '');
  });
  if (!part || title === undefined)
    return (
      <Frame {...frame}>
        <Guarded>{children}</Guarded>
      </Frame>
    );
  return (
    <Frame {...frame} aria-labelledby={parts ? part : undefined} data-part={part}>
      <h2 id={part} ref={heading} tabIndex={parts ? -1 : undefined}>
        {parts ? (
          <Fold
            type="button"
            aria-expanded={!folded}
            aria-controls={`${part}-body`}
            onClick={() => folds.toggle(part)}
          >
            {title}
          </Fold>
        ) : (
          title
        )}
      </h2>
      <Body id={parts ? `${part}-body` : undefined} data-folded={folded}>
        <Guarded>{children}</Guarded>
      </Body>
    </Frame>
  );
}
