import type { Routes } from '@angular/router';
import { leaveWithNothingLost } from './pages/leave-guard';

export const benchRoutes: Routes = [
  { path: '', title: 'Bench', loadComponent: () => import('./pages/bench-page').then((m) => m.BenchPage) },
  {
    path: ':id',
    title: 'Design, Bench',
    canDeactivate: [leaveWithNothingLost],
    loadComponent: () => import('./pages/design-page').then((m) => m.DesignPage),
  },
];
