import { useEffect, type ComponentType } from 'react';
import { createBrowserRouter, RouterProvider, type RouteObject } from 'react-router';
import { Failed, NotHere } from './parts/Failed.tsx';
import { JobsPage } from './pages/Jobs.tsx';
import { RegisterPage } from './pages/Register.tsx';
import { useApp } from './store/store.ts';

/**
 * A page whose code comes when it is gone to; the page before stands until then. The router waits for it, and not React: that one holds a page back
 * for 0.3 s once it has shown anything in its place.
 */
const later = (path: string, load: () => Promise<ComponentType>): RouteObject => ({
  path,
  lazy: async () => ({ Component: await load() }),
  hydrateFallbackElement: <div className="page muted">Opening…</div>,
});

const router = createBrowserRouter([
  {
    errorElement: <Failed />,
    children: [
      { path: '/', element: <JobsPage /> },
      { path: '/jobs/:jobId', element: <RegisterPage /> },
      later('/jobs/:jobId/basis', async () => (await import('./pages/JobBasis.tsx')).JobBasisPage),
      later('/jobs/:jobId/loads', async () => (await import('./pages/Loads.tsx')).LoadsPage),
      later('/jobs/:jobId/table', async () => (await import('./pages/Table.tsx')).TablePage),
      later('/jobs/:jobId/changes', async () => (await import('./pages/Changes.tsx')).ChangesPage),
      later('/jobs/:jobId/lists', async () => (await import('./pages/Lists.tsx')).ListsPage),
      later('/jobs/:jobId/model', async () => (await import('./pages/Model.tsx')).ModelPage),
      later('/jobs/:jobId/issues', async () => (await import('./pages/Issues.tsx')).IssuesPage),
      later('/jobs/:jobId/joints/:jointId', async () => (await import('./pages/Joint.tsx')).JointPage),
      later('/house/rules', async () => (await import('./pages/Rules.tsx')).RulesPage),
      later('/house/:houseId?', async () => (await import('./pages/House.tsx')).HousePage),
      later('/bench/:toolId?', async () => (await import('./pages/Bench.tsx')).BenchPage),
      later('/help/:doc?', async () => (await import('./pages/Help.tsx')).HelpPage),
      { path: '*', element: <NotHere /> },
    ],
  },
]);

export function App() {
  const theme = useApp((s) => s.settings.theme);
  useEffect(() => {
    document.documentElement.dataset['theme'] = theme;
  }, [theme]);
  return <RouterProvider router={router} />;
}
