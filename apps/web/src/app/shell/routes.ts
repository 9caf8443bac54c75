import type { Routes } from '@angular/router';
import { PATHS } from '../shared/routes/paths';

export const routes: Routes = [
  { path: '', pathMatch: 'full', redirectTo: PATHS.today },
  { path: PATHS.today, loadChildren: () => import('../features/today/routes').then((m) => m.todayRoutes) },
  { path: PATHS.bench, loadChildren: () => import('../features/bench/routes').then((m) => m.benchRoutes) },
  { path: PATHS.suction, loadChildren: () => import('../features/suction/routes').then((m) => m.suctionRoutes) },
  { path: PATHS.stores, loadChildren: () => import('../features/stores/routes').then((m) => m.storesRoutes) },
  { path: PATHS.ground, loadChildren: () => import('../features/ground/routes').then((m) => m.groundRoutes) },
  { path: PATHS.rounds, loadChildren: () => import('../features/rounds/routes').then((m) => m.roundsRoutes) },
  {
    path: `${PATHS.catches}/calls`,
    loadChildren: () => import('../features/callouts/routes').then((m) => m.calloutsRoutes),
  },
  { path: PATHS.catches, loadChildren: () => import('../features/catches/routes').then((m) => m.catchesRoutes) },
  { path: PATHS.files, loadChildren: () => import('../features/files/routes').then((m) => m.filesRoutes) },
  { path: PATHS.devices, loadChildren: () => import('../features/devices/routes').then((m) => m.devicesRoutes) },
  {
    path: PATHS.settings,
    title: 'Settings',
    loadComponent: () => import('./settings-page').then((m) => m.SettingsPage),
  },
  {
    path: '**',
    title: 'Not here',
    loadComponent: () => import('./nothing-here-page').then((m) => m.NothingHerePage),
  },
];
