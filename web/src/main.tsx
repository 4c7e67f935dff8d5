import '@fontsource-variable/source-sans-3';
import '@fontsource-variable/source-serif-4';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { ConfigProvider } from 'antd';
import 'antd/dist/reset.css';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { BrowserRouter } from 'react-router';
import { ProblemError } from './api/client';
import { App } from './shell/App';
import { loadEarly } from './shell/views';
import './theme/base.css';
import { applyTokens, theme } from './theme/tokens';

const queries = new QueryClient({
  defaultOptions: {
    queries: {
      staleTime: 30_000,
      // A refusal will not change by asking again; a lost connection may.
      retry: (failures, error) => failures < 3 && error instanceof ProblemError && error.problem.status === 0,
    },
  },
});

const root = document.getElementById('root');
if (!root) throw new Error('the page has no root');
loadEarly(window.location.pathname);
applyTokens(document.documentElement);
createRoot(root).render(
  <StrictMode>
    <ConfigProvider theme={theme}>
      <QueryClientProvider client={queries}>
        <BrowserRouter>
          <App />
        </BrowserRouter>
      </QueryClientProvider>
    </ConfigProvider>
  </StrictMode>,
);
