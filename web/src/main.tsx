import '@fontsource-variable/source-sans-3';
import '@fontsource-variable/source-serif-4';
import { MutationCache, QueryCache, QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { ConfigProvider } from 'antd';
import 'antd/dist/reset.css';
import { type ReactNode, StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { BrowserRouter } from 'react-router';
import { ProblemError, untilConnected } from './api/client';
import { SESSION } from './api/session';
import { App } from './shell/App';
import { loadEarly } from './shell/views';
import './theme/base.css';
import { startScheme, useScheme } from './theme/scheme';
import { themeOf } from './theme/tokens';

/** Where the session has ended meanwhile, signing in again is all there is to do; what is not saved is kept. */
function askForSession(error: Error) {
  if (error instanceof ProblemError && error.is('not-signed-in')) void queries.invalidateQueries({ queryKey: SESSION });
}

const queries: QueryClient = new QueryClient({
  queryCache: new QueryCache({ onError: askForSession }),
  mutationCache: new MutationCache({ onError: askForSession }),
  defaultOptions: { queries: { staleTime: 30_000, ...untilConnected } },
});

function Themed({ children }: { children: ReactNode }) {
  const scheme = useScheme();
  return <ConfigProvider theme={themeOf(scheme)}>{children}</ConfigProvider>;
}

const root = document.getElementById('root');
if (!root) throw new Error('the page has no root');
loadEarly(window.location.pathname);
startScheme();
createRoot(root).render(
  <StrictMode>
    <Themed>
      <QueryClientProvider client={queries}>
        <BrowserRouter useTransitions={false}>
          <App />
        </BrowserRouter>
      </QueryClientProvider>
    </Themed>
  </StrictMode>,
);
