import { lazy, Suspense, useEffect } from 'react';
import { createBrowserRouter, RouterProvider } from 'react-router';
import { Failed, NotHere } from './parts/Failed.tsx';
import { JobsPage } from './pages/Jobs.tsx';
import { RegisterPage } from './pages/Register.tsx';
import { useApp } from './store/store.ts';

const loadJoint = () => import('./pages/Joint.tsx');
// Asked for at once when the address is a joint's, so that its code and its data come side by side.
if (/\/joints\//.test(location.pathname)) void loadJoint();
const JointPage = lazy(() => loadJoint().then((m) => ({ default: m.JointPage })));
const JobBasisPage = lazy(() => import('./pages/JobBasis.tsx').then((m) => ({ default: m.JobBasisPage })));
const LoadsPage = lazy(() => import('./pages/Loads.tsx').then((m) => ({ default: m.LoadsPage })));
const TablePage = lazy(() => import('./pages/Table.tsx').then((m) => ({ default: m.TablePage })));
const HousePage = lazy(() => import('./pages/House.tsx').then((m) => ({ default: m.HousePage })));
const RulesPage = lazy(() => import('./pages/Rules.tsx').then((m) => ({ default: m.RulesPage })));
const ChangesPage = lazy(() => import('./pages/Changes.tsx').then((m) => ({ default: m.ChangesPage })));
const ListsPage = lazy(() => import('./pages/Lists.tsx').then((m) => ({ default: m.ListsPage })));
const IssuesPage = lazy(() => import('./pages/Issues.tsx').then((m) => ({ default: m.IssuesPage })));
const ModelPage = lazy(() => import('./pages/Model.tsx').then((m) => ({ default: m.ModelPage })));
const BenchPage = lazy(() => import('./pages/Bench.tsx').then((m) => ({ default: m.BenchPage })));
const HelpPage = lazy(() => import('./pages/Help.tsx').then((m) => ({ default: m.HelpPage })));
const wait = <div className="page muted">Opening…</div>;

const router = createBrowserRouter([
  { path: '/', element: <JobsPage />, errorElement: <Failed /> },
  { path: '/jobs/:jobId', element: <RegisterPage />, errorElement: <Failed /> },
  {
    path: '/jobs/:jobId/basis',
    element: (
      <Suspense fallback={wait}>
        <JobBasisPage />
      </Suspense>
    ),
    errorElement: <Failed />,
  },
  {
    path: '/jobs/:jobId/loads',
    element: (
      <Suspense fallback={wait}>
        <LoadsPage />
      </Suspense>
    ),
    errorElement: <Failed />,
  },
  {
    path: '/jobs/:jobId/table',
    element: (
      <Suspense fallback={wait}>
        <TablePage />
      </Suspense>
    ),
    errorElement: <Failed />,
  },
  {
    path: '/jobs/:jobId/changes',
    element: (
      <Suspense fallback={wait}>
        <ChangesPage />
      </Suspense>
    ),
    errorElement: <Failed />,
  },
  {
    path: '/jobs/:jobId/lists',
    element: (
      <Suspense fallback={wait}>
        <ListsPage />
      </Suspense>
    ),
    errorElement: <Failed />,
  },
  {
    path: '/jobs/:jobId/model',
    element: (
      <Suspense fallback={wait}>
        <ModelPage />
      </Suspense>
    ),
    errorElement: <Failed />,
  },
  {
    path: '/jobs/:jobId/issues',
    element: (
      <Suspense fallback={wait}>
        <IssuesPage />
      </Suspense>
    ),
    errorElement: <Failed />,
  },
  {
    path: '/jobs/:jobId/joints/:jointId',
    element: (
      <Suspense fallback={wait}>
        <JointPage />
      </Suspense>
    ),
    errorElement: <Failed />,
  },
  {
    path: '/house/rules',
    element: (
      <Suspense fallback={wait}>
        <RulesPage />
      </Suspense>
    ),
    errorElement: <Failed />,
  },
  {
    path: '/house/:houseId?',
    element: (
      <Suspense fallback={wait}>
        <HousePage />
      </Suspense>
    ),
    errorElement: <Failed />,
  },
  {
    path: '/bench/:toolId?',
    element: (
      <Suspense fallback={wait}>
        <BenchPage />
      </Suspense>
    ),
    errorElement: <Failed />,
  },
  {
    path: '/help/:doc?',
    element: (
      <Suspense fallback={wait}>
        <HelpPage />
      </Suspense>
    ),
    errorElement: <Failed />,
  },
  { path: '*', element: <NotHere /> },
]);

export function App() {
  const theme = useApp((s) => s.settings.theme);
  useEffect(() => {
    document.documentElement.dataset['theme'] = theme;
  }, [theme]);
  return <RouterProvider router={router} />;
}
