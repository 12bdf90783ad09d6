import { Link, isRouteErrorResponse, useRouteError } from 'react-router';
import { styled } from 'styled-components';
import { Note, Title } from '../ui/layout';

const Page = styled.main`
  padding: 40px 28px;
  max-width: 720px;
`;

/** What is shown where a page cannot be: the jobs themselves are safe on the server. */
export function Failure() {
  const error = useRouteError();
  const missing = isRouteErrorResponse(error) && error.status === 404;
  return (
    <Page>
      <Title>{missing ? 'There is no such page' : 'This page broke'}</Title>
      <Note>
        {missing
          ? 'The address leads nowhere.'
          : `What was typed is kept. Load the page again; if it breaks again, this is what it said: ${String(error)}`}
      </Note>
      <p>
        <Link to="/">All jobs</Link>
      </p>
    </Page>
  );
}
