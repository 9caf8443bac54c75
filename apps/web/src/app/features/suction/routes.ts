import type { Routes } from '@angular/router';
import { leaveWithNothingLost } from '../../shared/documents/leave-guard';

export const suctionRoutes: Routes = [
  { path: '', title: 'Suction', loadComponent: () => import('./pages/suction-page').then((m) => m.SuctionPage) },
  {
    path: 'compare',
    title: 'Compare rigs, Suction',
    loadComponent: () => import('./pages/compare-page').then((m) => m.CompareRigsPage),
  },
  {
    path: ':id',
    title: 'Rig, Suction',
    canDeactivate: [leaveWithNothingLost],
    loadComponent: () => import('./pages/rig-page').then((m) => m.RigPage),
  },
  {
    path: ':id/heat',
    title: 'Heat, Suction',
    canDeactivate: [leaveWithNothingLost],
    loadComponent: () => import('./pages/heat-page').then((m) => m.HeatPage),
  },
  {
    path: ':id/screen',
    title: 'Screen and slides, Suction',
    canDeactivate: [leaveWithNothingLost],
    loadComponent: () => import('./pages/screen-page').then((m) => m.ScreenPage),
  },
  {
    path: ':id/calibrate',
    title: 'Calibrate, Suction',
    canDeactivate: [leaveWithNothingLost],
    loadComponent: () => import('./pages/calibrate-page').then((m) => m.CalibratePage),
  },
  {
    path: ':id/losses',
    title: 'Losses, Suction',
    canDeactivate: [leaveWithNothingLost],
    loadComponent: () => import('./pages/losses-page').then((m) => m.LossesPage),
  },
  {
    path: ':id/trim-card',
    title: 'Trim card, Suction',
    loadComponent: () => import('./pages/trim-page').then((m) => m.TrimPage),
  },
  {
    path: ':id/versions',
    title: 'Versions, Suction',
    canDeactivate: [leaveWithNothingLost],
    loadComponent: () => import('./pages/versions-page').then((m) => m.RigVersionsPage),
  },
];
