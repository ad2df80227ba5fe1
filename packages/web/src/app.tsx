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
const page = (path: string, load: () => Promise<ComponentType>): RouteObject => ({
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
      page('/jobs/:jobId/basis', async () => (await import('./pages/JobBasis.tsx')).JobBasisPage),
      page('/jobs/:jobId/loads', async () => (await import('./pages/Loads.tsx')).LoadsPage),
      page('/jobs/:jobId/table', async () => (await import('./pages/Table.tsx')).TablePage),
      page('/jobs/:jobId/changes', async () => (await import('./pages/Changes.tsx')).ChangesPage),
      page('/jobs/:jobId/lists', async () => (await import('./pages/Lists.tsx')).ListsPage),
      page('/jobs/:jobId/model', async () => (await import('./pages/Model.tsx')).ModelPage),
      page('/jobs/:jobId/issues', async () => (await import('./pages/Issues.tsx')).IssuesPage),
      page('/jobs/:jobId/joints/:jointId', async () => (await import('./pages/Joint.tsx')).JointPage),
      page('/house/rules', async () => (await import('./pages/Rules.tsx')).RulesPage),
      page('/house/:houseId?', async () => (await import('./pages/House.tsx')).HousePage),
      page('/bench/:toolId?', async () => (await import('./pages/Bench.tsx')).BenchPage),
      page('/help/:doc?', async () => (await import('./pages/Help.tsx')).HelpPage),
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
