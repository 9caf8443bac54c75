import type { Routes } from '@angular/router';
import { leaveWithNothingLost } from '../../shared/documents/leave-guard';

export const benchRoutes: Routes = [
  { path: '', title: 'Bench', loadComponent: () => import('./pages/bench-page').then((m) => m.BenchPage) },
  {
    path: 'new',
    title: 'Begin a design, Bench',
    loadComponent: () => import('./pages/start-page').then((m) => m.StartPage),
  },
  {
    path: 'compare',
    title: 'Compare, Bench',
    loadComponent: () => import('./pages/compare-page').then((m) => m.ComparePage),
  },
  {
    path: 'swarm-size',
    title: 'Swarm size, Bench',
    loadComponent: () => import('./pages/swarm-size-page').then((m) => m.SwarmSizePage),
  },
  {
    path: ':id',
    title: 'Design, Bench',
    canDeactivate: [leaveWithNothingLost],
    loadComponent: () => import('./pages/design-page').then((m) => m.DesignPage),
  },
  {
    path: ':id/load',
    title: 'Hang and load, Bench',
    canDeactivate: [leaveWithNothingLost],
    loadComponent: () => import('./pages/load-page').then((m) => m.LoadPage),
  },
  {
    path: ':id/true-size',
    title: 'True size, Bench',
    loadComponent: () => import('./pages/true-size-page').then((m) => m.TrueSizePage),
  },
  {
    path: ':id/versions',
    title: 'Versions, Bench',
    canDeactivate: [leaveWithNothingLost],
    loadComponent: () => import('./pages/versions-page').then((m) => m.VersionsPage),
  },
];
