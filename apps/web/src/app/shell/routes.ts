import type { Routes } from '@angular/router';
import { PATHS } from '../shared/routes/paths';
import { signedIn } from '../shared/session/signed-in';

/** What is open to whoever has signed in, and to a keeper alone. */
const places: Routes = [
  { path: '', pathMatch: 'full', redirectTo: PATHS.today },
  { path: PATHS.today, loadChildren: () => import('../features/today/routes').then((m) => m.todayRoutes) },
  {
    path: `${PATHS.bench}/workshop`,
    loadChildren: () => import('../features/workshop/routes').then((m) => m.workshopRoutes),
  },
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
  { path: PATHS.evidence, loadChildren: () => import('../features/evidence/routes').then((m) => m.evidenceRoutes) },
  { path: PATHS.files, loadChildren: () => import('../features/files/routes').then((m) => m.filesRoutes) },
  { path: PATHS.devices, loadChildren: () => import('../features/devices/routes').then((m) => m.devicesRoutes) },
  {
    path: `${PATHS.settings}/members`,
    title: 'Members',
    loadChildren: () => import('../features/members/routes').then((m) => m.membersRoutes),
  },
  {
    path: PATHS.settings,
    title: 'Settings',
    loadComponent: () => import('./settings-page').then((m) => m.SettingsPage),
  },
];

const members = (): Promise<typeof import('../features/members/routes')> => import('../features/members/routes');

export const routes: Routes = [
  { path: PATHS.signIn, title: 'Sign in', loadChildren: () => members().then((m) => m.signInRoutes) },
  { path: PATHS.join, title: 'Join', loadChildren: () => members().then((m) => m.joinRoutes) },
  { path: PATHS.look, title: 'The season', loadChildren: () => members().then((m) => m.lookRoutes) },
  { path: PATHS.phone, title: 'This phone', loadChildren: () => members().then((m) => m.phoneRoutes) },
  { path: '', canActivateChild: [signedIn], children: places },
  {
    path: '**',
    title: 'Not here',
    loadComponent: () => import('./nothing-here-page').then((m) => m.NothingHerePage),
  },
];
