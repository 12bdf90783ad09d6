import { fireEvent, render, screen } from '@testing-library/react';
import { WhereBroken } from './Guarded';
import { Section } from './Section';

let broken = true;
const Picture = () => {
  if (broken) throw new Error('no such month');
  return <p>the picture</p>;
};

it('keeps the rest when a part breaks, says what it said, and draws it again', () => {
  const silent = jest.spyOn(console, 'error').mockImplementation(() => undefined);
  render(
    <WhereBroken.Provider value={<a href="/api/jobs/x/file">Export the job</a>}>
      <Section aria-label="one">
        <Picture />
      </Section>
      <Section aria-label="two">
        <p>the other part</p>
      </Section>
    </WhereBroken.Provider>,
  );
  expect(screen.getByText('the other part')).toBeTruthy();
  const said = screen.getByRole('alert');
  expect(said.textContent).toMatch(/cannot be drawn.*no such month/);
  expect(screen.getByRole('link', { name: 'Export the job' }).getAttribute('href')).toBe('/api/jobs/x/file');
  broken = false;
  fireEvent.click(screen.getByRole('button', { name: 'Draw it again' }));
  expect(screen.getByText('the picture')).toBeTruthy();
  expect(screen.queryByRole('alert')).toBeNull();
  silent.mockRestore();
});
