import type { ReactNode } from 'react';
import { Button as AriaButton, Checkbox as AriaCheckbox, type ButtonProps } from 'react-aria-components';
import { css, styled } from 'styled-components';
import { useReading } from './reading';
import { color, site } from './tokens';

/** A word with a line under it, to press. */
export const wordLook = css<{ $act?: boolean }>`
  border: 0;
  border-bottom: 2px solid ${({ $act }) => ($act ? color.act : color.rule)};
  background: none;
  padding: 1px 0 2px;
  min-height: 24px;
  font-weight: 650;
  color: ${({ $act }) => ($act ? color.act : color.ink)};
  cursor: pointer;
  text-align: left;
  text-decoration: none;
  &:hover {
    border-color: currentColor;
  }
  &[data-disabled] {
    color: ${color.soft};
    cursor: default;
    font-weight: 400;
  }
  ${site} {
    min-height: 40px;
    padding: 8px 0;
  }
`;

const Word = styled(AriaButton)<{ $act?: boolean }>`
  ${wordLook}
`;

/** A link that looks as an action does: a file to take. */
export const ActionLink = styled.a<{ $act?: boolean }>`
  display: inline-block;
  ${wordLook}
`;

interface ActionProps extends Omit<ButtonProps, 'children'> {
  $act?: boolean;
  /** Where a sheet is only read its words are still to be read. */
  reads?: boolean;
  children?: ReactNode;
}

/** A word to press. The one that matters now is marked as the act. */
export function Action({ reads = false, ...press }: ActionProps) {
  if (useReading()) return reads ? <>{press.children}</> : null;
  return <Word {...press} />;
}

/** A filled press for the one thing a page is for. */
export const Primary = styled(AriaButton)`
  border: 0;
  background: ${color.act};
  color: ${color.actInk};
  font-weight: 700;
  padding: 8px 16px;
  min-height: 40px;
  cursor: pointer;
  &[data-hovered] {
    text-decoration: underline;
    text-underline-offset: 3px;
  }
  &[data-disabled] {
    background: ${color.rule};
    color: ${color.ink};
    cursor: default;
  }
`;

/** A press that keeps still until it is wanted. */
export const quietLook = `
  border: 0;
  background: none;
  padding: 2px 4px;
  min-width: 24px;
  min-height: 24px;
  color: ${color.soft};
  cursor: pointer;
`;

const Quiet = styled(AriaButton)`
  ${quietLook}
  &[data-hovered] {
    color: ${color.ink};
    text-decoration: underline;
  }
  &[data-disabled] {
    opacity: 0.55;
    cursor: default;
  }
  ${site} {
    min-width: 44px;
    min-height: 44px;
    font-size: 16px;
  }
`;

export const QuietButton = (props: ButtonProps) => (useReading() ? null : <Quiet {...props} />);

export const pencilLook = `
  border: 0;
  border-bottom: 1.5px dashed ${color.pencil};
  background: none;
  box-shadow: inset 0 -0.86em 0 ${color.tint};
  padding: 1px 3px;
  color: ${color.ink};
`;

export const FieldLabel = styled.label`
  display: block;
  font-size: 13px;
  color: ${color.soft};
  margin-bottom: 3px;
  ${site} {
    font-size: 16px;
  }
`;

const Check = styled(AriaCheckbox)`
  display: inline-flex;
  gap: 8px;
  align-items: baseline;
  cursor: pointer;
  min-height: 24px;
  .box {
    flex: none;
    width: 15px;
    height: 15px;
    border: 1.5px solid ${color.pencil};
    background: ${color.tint};
    position: relative;
    top: 2px;
  }
  &[data-selected] .box::after {
    content: '';
    position: absolute;
    left: 4px;
    top: -2px;
    width: 5px;
    height: 12px;
    border: solid ${color.ink};
    border-width: 0 2.5px 2.5px 0;
    transform: rotate(40deg);
  }
  &[data-focus-visible] {
    outline: 2px solid ${color.act};
    outline-offset: 3px;
  }
  ${site} {
    min-height: 44px;
    align-items: center;
  }
`;

export function Tick({
  checked,
  onChange,
  children,
}: {
  checked: boolean;
  onChange: (checked: boolean) => void;
  children: ReactNode;
}) {
  if (useReading())
    return (
      <p>
        {children}: {checked ? 'yes' : 'no'}
      </p>
    );
  return (
    <Check isSelected={checked} onChange={onChange}>
      <span className="box" aria-hidden />
      <span>{children}</span>
    </Check>
  );
}

export const Hidden = styled.span`
  position: absolute;
  width: 1px;
  height: 1px;
  overflow: hidden;
  clip-path: inset(50%);
  white-space: nowrap;
`;
