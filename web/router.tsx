import { lazy, Suspense, type ComponentType } from 'react';
import { createBrowserRouter, Navigate, Outlet, ScrollRestoration, type RouteObject } from 'react-router';
import { Frame } from './parts/Frame.tsx';
import { Failure } from './parts/Failure.tsx';
import { Gate } from './parts/Gate.tsx';
import { WritingProvider } from './api/writing.tsx';
import { TodayScreen } from './screens/today/TodayScreen.tsx';

/** A screen fetched when it is first opened. */
function later<K extends string>(load: () => Promise<Record<K, ComponentType>>, name: K) {
  const Screen = lazy(async (): Promise<{ default: ComponentType }> => ({ default: (await load())[name] }));
  return <Screen />;
}

function Reading() {
  return (
    <Suspense fallback={<p style={{ padding: 28 }}>Reading the records…</p>}>
      <Outlet />
    </Suspense>
  );
}

function Shell() {
  return (
    <Gate>
      <WritingProvider>
        <Outlet />
        {/* a new page starts at its top, back returns to where one was; filters in the address do not scroll */}
        <ScrollRestoration getKey={({ pathname }) => pathname} />
      </WritingProvider>
    </Gate>
  );
}

export const router = createBrowserRouter([
  {
    element: <Reading />,
    errorElement: <Failure />,
    children: [
      { path: '/sign-in', element: later(() => import('./screens/door/SignInScreen.tsx'), 'SignInScreen') },
      { path: '/join', element: later(() => import('./screens/door/JoinScreen.tsx'), 'JoinScreen') },
      {
        path: '/first-owner',
        element: later(() => import('./screens/door/FirstOwnerScreen.tsx'), 'FirstOwnerScreen'),
      },
      { path: '/shared', element: later(() => import('./screens/week/SharedScreen.tsx'), 'SharedScreen') },
      { element: <Shell />, children: inside() },
    ],
  },
]);

/** What stands behind the door. */
function inside(): RouteObject[] {
  return [
    {
      path: '/describe',
      element: later(() => import('./screens/first-run/FirstRunScreen.tsx'), 'FirstRunScreen'),
    },
    {
      element: <Frame />,
      children: [
        // a screen that fails leaves the navigation standing
        {
          errorElement: <Failure />,
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
            {
              path: '/places',
              element: later(() => import('./screens/places/PlacesScreen.tsx'), 'PlacesScreen'),
            },
            {
              path: '/water',
              element: later(() => import('./screens/water/WaterScreen.tsx'), 'WaterScreen'),
            },
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
            {
              path: '/bench',
              element: later(() => import('./screens/bench/BenchScreen.tsx'), 'BenchScreen'),
            },
            {
              path: '/bench/:calculatorId',
              element: later(() => import('./screens/bench/BenchScreen.tsx'), 'BenchScreen'),
            },
            { path: '/plan', element: later(() => import('./screens/plan/PlanScreen.tsx'), 'PlanScreen') },
            {
              path: '/plan/print',
              element: later(() => import('./screens/plan/PrintScreen.tsx'), 'PrintScreen'),
            },
            {
              path: '/plan/away',
              element: later(() => import('./screens/plan/AwayScreen.tsx'), 'AwayScreen'),
            },
            {
              path: '/plan/what-if',
              element: later(() => import('./screens/plan/WhatIfScreen.tsx'), 'WhatIfScreen'),
            },
            {
              path: '/catalogue',
              element: later(() => import('./screens/catalogue/CatalogueScreen.tsx'), 'CatalogueScreen'),
            },
            { path: '/log', element: later(() => import('./screens/log/LogScreen.tsx'), 'LogScreen') },
            {
              path: '/settings',
              element: later(() => import('./screens/settings/SettingsScreen.tsx'), 'SettingsScreen'),
            },
            {
              path: '/settings/reach',
              element: later(() => import('./screens/reach/ReachScreen.tsx'), 'ReachScreen'),
            },
            {
              path: '/settings/people',
              element: later(() => import('./screens/people/PeopleScreen.tsx'), 'PeopleScreen'),
            },
            {
              path: '/settings/account',
              element: later(() => import('./screens/account/AccountScreen.tsx'), 'AccountScreen'),
            },
            {
              path: '/rounds',
              element: later(() => import('./screens/rounds/RoundsScreen.tsx'), 'RoundsScreen'),
            },
            {
              path: '/rounds/new',
              element: later(() => import('./screens/rounds/BuildScreen.tsx'), 'BuildScreen'),
            },
            {
              path: '/rounds/readings/:roundId',
              element: later(() => import('./screens/readings/WalkScreen.tsx'), 'WalkScreen'),
            },
            {
              path: '/rounds/readings/:roundId/edit',
              element: later(() => import('./screens/readings/EditScreen.tsx'), 'EditScreen'),
            },
            {
              path: '/rounds/route/:routeId',
              element: later(() => import('./screens/rounds/RouteScreen.tsx'), 'RouteScreen'),
            },
            {
              path: '/rounds/:roundId',
              element: later(() => import('./screens/rounds/RunScreen.tsx'), 'RunScreen'),
            },
            {
              path: '/waiting',
              element: later(() => import('./screens/waiting/WaitingScreen.tsx'), 'WaitingScreen'),
            },
            {
              path: '/rounds/recovery',
              element: later(() => import('./screens/rounds/RecoveryScreen.tsx'), 'RecoveryScreen'),
            },
            {
              path: '/rounds/sitter',
              element: later(() => import('./screens/rounds/SitterScreen.tsx'), 'SitterScreen'),
            },
            {
              path: '/rounds/:roundId/report',
              element: later(() => import('./screens/rounds/ReportScreen.tsx'), 'ReportScreen'),
            },
            {
              path: '/rounds/:roundId/paper',
              element: later(() => import('./screens/rounds/PaperScreen.tsx'), 'PaperScreen'),
            },
            {
              path: '/sheet/:sheetId',
              element: later(() => import('./screens/sheet/SheetScreen.tsx'), 'SheetScreen'),
            },
            { path: '/week', element: later(() => import('./screens/week/WeekScreen.tsx'), 'WeekScreen') },
            { path: '*', element: later(() => import('./parts/Nowhere.tsx'), 'Nowhere') },
          ],
        },
      ],
    },
  ];
}
