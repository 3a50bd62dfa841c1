import { lazy, Suspense, type ComponentType } from 'react';
import { createBrowserRouter, Navigate, Outlet, ScrollRestoration } from 'react-router';
import { Frame } from './parts/Frame.tsx';
import { Failure } from './parts/Failure.tsx';
import { WritingProvider } from './api/writing.tsx';
import { TodayScreen } from './screens/today/TodayScreen.tsx';

/** A screen fetched when it is first opened. */
function later<K extends string>(load: () => Promise<Record<K, ComponentType>>, name: K) {
  const Screen = lazy(async (): Promise<{ default: ComponentType }> => ({ default: (await load())[name] }));
  return <Screen />;
}

function Shell() {
  return (
    <Suspense fallback={<p style={{ padding: 28 }}>Reading the records…</p>}>
      <WritingProvider>
        <Outlet />
        {/* a new page starts at its top, back returns to where one was; filters in the address do not scroll */}
        <ScrollRestoration getKey={({ pathname }) => pathname} />
      </WritingProvider>
    </Suspense>
  );
}

export const router = createBrowserRouter([
  {
    element: <Shell />,
    errorElement: <Failure />,
    children: [
      {
        path: '/describe',
        element: later(() => import('./screens/first-run/FirstRunScreen.tsx'), 'FirstRunScreen'),
      },
      {
        element: <Frame />,
        children: [
          { index: true, element: <Navigate to="/today" replace /> },
          { path: '/today', element: <TodayScreen /> },
          {
            path: '/systems',
            element: later(() => import('./screens/systems/SystemsScreen.tsx'), 'SystemsScreen'),
          },
          {
            path: '/systems/:systemId',
            element: later(() => import('./screens/system/SystemScreen.tsx'), 'SystemScreen'),
          },
          {
            path: '/systems/:systemId/add',
            element: later(() => import('./screens/system/AddEquipmentScreen.tsx'), 'AddEquipmentScreen'),
          },
          {
            path: '/components/:componentId',
            element: later(() => import('./screens/component/ComponentScreen.tsx'), 'ComponentScreen'),
          },
          { path: '/water', element: later(() => import('./screens/water/WaterScreen.tsx'), 'WaterScreen') },
          {
            path: '/water/kits',
            element: later(() => import('./screens/water/KitsScreen.tsx'), 'KitsScreen'),
          },
          {
            path: '/water/change',
            element: later(() => import('./screens/water/change/ChangeScreen.tsx'), 'ChangeScreen'),
          },
          {
            path: '/water/make-up',
            element: later(() => import('./screens/water/make-up/MakeUpScreen.tsx'), 'MakeUpScreen'),
          },
          {
            path: '/water/source',
            element: later(() => import('./screens/water/source/SourceScreen.tsx'), 'SourceScreen'),
          },
          {
            path: '/water/import',
            element: later(() => import('./screens/import/ImportScreen.tsx'), 'ImportScreen'),
          },
          { path: '/bench', element: later(() => import('./screens/bench/BenchScreen.tsx'), 'BenchScreen') },
          {
            path: '/bench/:calculatorId',
            element: later(() => import('./screens/bench/BenchScreen.tsx'), 'BenchScreen'),
          },
          { path: '/plan', element: later(() => import('./screens/plan/PlanScreen.tsx'), 'PlanScreen') },
          {
            path: '/catalogue',
            element: later(() => import('./screens/catalogue/CatalogueScreen.tsx'), 'CatalogueScreen'),
          },
          { path: '/log', element: later(() => import('./screens/log/LogScreen.tsx'), 'LogScreen') },
          {
            path: '/settings',
            element: later(() => import('./screens/settings/SettingsScreen.tsx'), 'SettingsScreen'),
          },
          { path: '*', element: later(() => import('./parts/Nowhere.tsx'), 'Nowhere') },
        ],
      },
    ],
  },
]);
