import type { Routes } from '@angular/router';

export const catchesRoutes: Routes = [
  { path: '', title: 'Catches', loadComponent: () => import('./pages/track-page').then((m) => m.TrackPage) },
  {
    path: 'new',
    title: 'Log a catch, Catches',
    loadComponent: () => import('./pages/new-catch-page').then((m) => m.NewCatchPage),
  },
  {
    path: ':id',
    title: 'A catch, Catches',
    loadComponent: () => import('./pages/catch-page').then((m) => m.CatchPage),
  },
];
