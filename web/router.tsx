import { lazy, Suspense, type ComponentType } from 'react';
import {
  createBrowserRouter,
  Navigate,
  Outlet,
  ScrollRestoration,
  type LoaderFunctionArgs,
  type RouteObject,
} from 'react-router';
import { askForComponent, askForHouse, askForSystem } from './api/early.ts';
import { Frame } from './parts/Frame.tsx';
import { Failure } from './parts/Failure.tsx';
import { Gate } from './parts/Gate.tsx';
import { WritingProvider } from './api/writing.tsx';
import { TodayScreen } from './screens/today/TodayScreen.tsx';

/**
 * A screen fetched when it is first opened.
 * @param ask for what it will need, while it comes in
 */
function screen<K extends string>(
  path: string,
  load: () => Promise<Record<K, ComponentType>>,
  name: K,
  ask?: (args: LoaderFunctionArgs) => Promise<void>,
): RouteObject {
  const loaded = async (): Promise<{ default: ComponentType }> => ({ default: (await load())[name] });
  const Screen = lazy(loaded);
  return {
    path,
    element: <Screen />,
    loader: (args) => {
      // one that cannot be had now is asked for again where it is shown, and said there
      load().catch(() => undefined);
      void ask?.(args);
      return null;
    },
  };
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
    // nothing is waited for: loaders only begin
    HydrateFallback: () => null,
    errorElement: <Failure />,
    children: [
      screen('/sign-in', () => import('./screens/authentication/SignInScreen.tsx'), 'SignInScreen'),
      screen('/join', () => import('./screens/authentication/JoinScreen.tsx'), 'JoinScreen'),
      screen(
        '/first-owner',
        () => import('./screens/authentication/FirstOwnerScreen.tsx'),
        'FirstOwnerScreen',
      ),
      screen('/shared', () => import('./screens/week/SharedScreen.tsx'), 'SharedScreen'),
      {
        element: <Shell />,
        loader: () => {
          void askForHouse();
          return null;
        },
        children: inside(),
      },
    ],
  },
]);

/** What stands behind the door. */
function inside(): RouteObject[] {
  return [
    screen('/describe', () => import('./screens/first-run/FirstRunScreen.tsx'), 'FirstRunScreen'),
    {
      element: <Frame />,
      children: [
        // a screen that fails leaves the navigation standing
        {
          errorElement: <Failure />,
          children: [
            { index: true, element: <Navigate to="/today" replace /> },
            { path: '/today', element: <TodayScreen /> },
            screen('/systems', () => import('./screens/systems/SystemsScreen.tsx'), 'SystemsScreen'),
            screen(
              '/systems/:systemId',
              () => import('./screens/system/SystemScreen.tsx'),
              'SystemScreen',
              ({ params }) => askForSystem(params.systemId),
            ),
            screen(
              '/systems/:systemId/add',
              () => import('./screens/system/AddEquipmentScreen.tsx'),
              'AddEquipmentScreen',
            ),
            screen(
              '/components/:componentId',
              () => import('./screens/component/ComponentScreen.tsx'),
              'ComponentScreen',
              ({ params }) => askForComponent(params.componentId),
            ),
            screen('/places', () => import('./screens/places/PlacesScreen.tsx'), 'PlacesScreen'),
            screen(
              '/water',
              () => import('./screens/water/WaterScreen.tsx'),
              'WaterScreen',
              ({ request }) => askForSystem(new URL(request.url).searchParams.get('system')),
            ),
            screen('/water/kits', () => import('./screens/water/KitsScreen.tsx'), 'KitsScreen'),
            screen('/water/change', () => import('./screens/water/change/ChangeScreen.tsx'), 'ChangeScreen'),
            screen(
              '/water/make-up',
              () => import('./screens/water/make-up/MakeUpScreen.tsx'),
              'MakeUpScreen',
            ),
            screen('/water/source', () => import('./screens/water/source/SourceScreen.tsx'), 'SourceScreen'),
            screen('/water/import', () => import('./screens/import/ImportScreen.tsx'), 'ImportScreen'),
            screen('/bench', () => import('./screens/bench/BenchScreen.tsx'), 'BenchScreen'),
            screen('/bench/:calculatorId', () => import('./screens/bench/BenchScreen.tsx'), 'BenchScreen'),
            screen('/plan', () => import('./screens/plan/PlanScreen.tsx'), 'PlanScreen'),
            screen('/plan/print', () => import('./screens/plan/PrintScreen.tsx'), 'PrintScreen'),
            screen('/plan/away', () => import('./screens/plan/AwayScreen.tsx'), 'AwayScreen'),
            screen('/plan/what-if', () => import('./screens/plan/WhatIfScreen.tsx'), 'WhatIfScreen'),
            screen('/catalogue', () => import('./screens/catalogue/CatalogueScreen.tsx'), 'CatalogueScreen'),
            screen('/log', () => import('./screens/log/LogScreen.tsx'), 'LogScreen'),
            screen('/settings', () => import('./screens/settings/SettingsScreen.tsx'), 'SettingsScreen'),
            screen(
              '/settings/network',
              () => import('./screens/network-access/NetworkAccessScreen.tsx'),
              'NetworkAccessScreen',
            ),
            screen('/settings/people', () => import('./screens/people/PeopleScreen.tsx'), 'PeopleScreen'),
            screen('/settings/account', () => import('./screens/account/AccountScreen.tsx'), 'AccountScreen'),
            screen('/rounds', () => import('./screens/rounds/RoundsScreen.tsx'), 'RoundsScreen'),
            screen('/rounds/new', () => import('./screens/rounds/BuildScreen.tsx'), 'BuildScreen'),
            screen(
              '/rounds/readings/:roundId',
              () => import('./screens/readings/WalkScreen.tsx'),
              'WalkScreen',
            ),
            screen(
              '/rounds/readings/:roundId/edit',
              () => import('./screens/readings/EditScreen.tsx'),
              'EditScreen',
            ),
            screen('/rounds/route/:routeId', () => import('./screens/rounds/RouteScreen.tsx'), 'RouteScreen'),
            screen('/rounds/:roundId', () => import('./screens/rounds/RunScreen.tsx'), 'RunScreen'),
            screen('/waiting', () => import('./screens/waiting/WaitingScreen.tsx'), 'WaitingScreen'),
            screen('/rounds/recovery', () => import('./screens/rounds/RecoveryScreen.tsx'), 'RecoveryScreen'),
            screen('/rounds/sitter', () => import('./screens/rounds/SitterScreen.tsx'), 'SitterScreen'),
            screen(
              '/rounds/:roundId/report',
              () => import('./screens/rounds/ReportScreen.tsx'),
              'ReportScreen',
            ),
            screen('/rounds/:roundId/paper', () => import('./screens/rounds/PaperScreen.tsx'), 'PaperScreen'),
            screen('/sheet/:sheetId', () => import('./screens/sheet/SheetScreen.tsx'), 'SheetScreen'),
            screen('/week', () => import('./screens/week/WeekScreen.tsx'), 'WeekScreen'),
            screen('*', () => import('./parts/Nowhere.tsx'), 'Nowhere'),
          ],
        },
      ],
    },
  ];
}
