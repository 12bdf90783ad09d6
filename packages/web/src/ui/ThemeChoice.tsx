import { Select } from './Opener';
import { chooseTheme, useTheme } from './theme';
import { styled } from 'styled-components';
import { THEMES, THEME_NAMES, color, site } from './tokens';

const Small = styled.div`
  font-size: 13px;
  button {
    background: none;
    border: 0;
    color: ${color.soft};
    padding: 2px 4px;
    min-height: 24px;
  }
  ${site} {
    font-size: 16px;
    button {
      min-height: 44px;
      font-size: 16px;
    }
  }
`;

/** Paper, night bench or glare. */
export function ThemeChoice() {
  const theme = useTheme();
  return (
    <Small>
      <Select
        label="Theme"
        hideLabel
        value={theme}
        choices={THEMES.map((id) => ({ id, label: THEME_NAMES[id] }))}
        onChange={chooseTheme}
      />
    </Small>
  );
}
