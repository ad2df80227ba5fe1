import { Link } from 'react-router';
import { Shell } from './Shell.tsx';

/** A screen that could not be drawn; nothing stored is lost. */
export function Failed() {
  return (
    <Shell>
      <main className="page">
        <div className="page-inner">
          <h1>This screen could not be shown</h1>
          <p className="mt-2">
            Everything that was saved is still saved. Reload the page, or go back to the{' '}
            <Link className="underline" to="/">
              jobs
            </Link>
            .
          </p>
        </div>
      </main>
    </Shell>
  );
}

export function NotHere() {
  return (
    <Shell>
      <main className="page">
        <div className="page-inner">
          <h1>There is nothing here</h1>
          <p className="mt-2">
            Go to the{' '}
            <Link className="underline" to="/">
              jobs
            </Link>
            .
          </p>
        </div>
      </main>
    </Shell>
  );
}
