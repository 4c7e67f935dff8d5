import { Button } from 'antd';
import type { ReactNode } from 'react';
import { ErrorBoundary } from 'react-error-boundary';
import { useLocation } from 'react-router';

/** Keeps a view that fails from taking the frame with it; another view, or the same anew, is a click away. */
export function Failing({ children }: { children: ReactNode }) {
  const { pathname } = useLocation();
  return (
    <ErrorBoundary
      resetKeys={[pathname]}
      fallbackRender={({ error, resetErrorBoundary }) => <Failure error={error} onRetry={resetErrorBoundary} />}
    >
      {children}
    </ErrorBoundary>
  );
}

function Failure({ error, onRetry }: { error: unknown; onRetry: () => void }) {
  const outdated = isMissingPart(error);
  return (
    <section className="view-failed" role="alert">
      <h1>{outdated ? 'A newer version is here' : 'This view has failed'}</h1>
      <p>
        {outdated
          ? 'This page is of an older version, parts of which are not there any more. Reload it; what you have not saved is kept.'
          : 'What you have not saved is kept, and the other views work on.'}
      </p>
      {!outdated && <p className="soft">{String(error instanceof Error ? error.message : error)}</p>}
      <Button type="primary" onClick={() => window.location.reload()}>
        Reload the page
      </Button>{' '}
      {!outdated && <Button onClick={onRetry}>Try again</Button>}
    </section>
  );
}

/** Browsers say it in different words that a part of the page cannot be loaded. */
function isMissingPart(error: unknown) {
  return error instanceof Error && /dynamically imported module|module script|preload/i.test(error.message);
}
