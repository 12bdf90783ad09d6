import { styled } from 'styled-components';
import { useReading } from './reading';
import { color, forced, site } from './tokens';

const Strip = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 0 22px;
  border-bottom: 1.5px solid ${color.ink};
  margin-bottom: 18px;
  button {
    border: 0;
    background: none;
    padding: 4px 0 6px;
    text-align: left;
    cursor: pointer;
    min-height: 24px;
    border-bottom: 4px solid transparent;
    ${forced} {
      border-color: Canvas;
    }
    margin-bottom: -1.5px;
  }
  button[aria-pressed='true'] {
    font-weight: 700;
    border-bottom-color: ${color.ink};
  }
  small {
    display: block;
    font-size: 13px;
    font-weight: 400;
    color: ${color.soft};
  }
  ${site} {
    button {
      min-height: 48px;
    }
    small {
      font-size: 16px;
    }
  }
`;

/** A few of a kind, one of which the sheet is about. */
export function Tabs({
  label,
  tabs,
  shown,
  onShow,
}: {
  label: string;
  tabs: readonly { id: string; name: string; about: string }[];
  shown: string;
  onShow: (id: string) => void;
}) {
  if (useReading()) return null;
  return (
    <Strip role="group" aria-label={label} className="screen">
      {tabs.map(({ id, name, about }) => (
        <button key={id} type="button" aria-pressed={id === shown} onClick={() => onShow(id)}>
          {name}
          <small>{about}</small>
        </button>
      ))}
    </Strip>
  );
}
