import type { Routes } from '@angular/router';

export const roundsRoutes: Routes = [
  { path: '', title: 'Rounds', loadComponent: () => import('./pages/rounds-page').then((m) => m.RoundsPage) },
  {
    path: 'hang',
    title: 'Hang a trap, Rounds',
    loadComponent: () => import('./pages/hang-page').then((m) => m.HangPage),
  },
  {
    path: 'scan',
    title: 'Scan a label, Rounds',
    loadComponent: () => import('./pages/scan-page').then((m) => m.ScanPage),
  },
  {
    path: 'round',
    title: 'The day’s round, Rounds',
    loadComponent: () => import('./pages/round-page').then((m) => m.RoundPage),
  },
  {
    path: 'seasons',
    title: 'Seasons, Rounds',
    loadComponent: () => import('./pages/seasons-page').then((m) => m.SeasonsPage),
  },
  {
    path: 'stays/:id',
    title: 'A stay, Rounds',
    loadComponent: () => import('./pages/stay-page').then((m) => m.StayPage),
  },
  {
    path: 'stays/:id/visit',
    title: 'Log a visit, Rounds',
    loadComponent: () => import('./pages/visit-page').then((m) => m.VisitPage),
  },
];
