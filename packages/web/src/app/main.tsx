import '@fontsource/atkinson-hyperlegible-next/latin-400.css';
import '@fontsource/atkinson-hyperlegible-next/latin-700.css';
import '@fontsource/zilla-slab/latin-600.css';
import './afterShared';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import './afterReact';
import { Provider } from 'react-redux';
import { RouterProvider } from 'react-router';
import { GlobalStyle } from '../ui/GlobalStyle';
import { showTheme } from '../ui/theme';
import { router } from './router';
import { createStore } from '../job/store';

showTheme();
const root = document.getElementById('root');
if (root) {
  createRoot(root).render(
    <StrictMode>
      <GlobalStyle />
      <Provider store={createStore()}>
        <RouterProvider router={router} />
      </Provider>
    </StrictMode>,
  );
}
