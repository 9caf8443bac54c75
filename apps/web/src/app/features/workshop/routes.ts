import type { Routes } from '@angular/router';

export const workshopRoutes: Routes = [
  { path: '', title: 'The workshop', loadComponent: () => import('./pages/batches-page').then((m) => m.BatchesPage) },
  {
    path: ':id',
    title: 'Cutting plan, the workshop',
    loadComponent: () => import('./pages/workshop-page').then((m) => m.WorkshopPage),
  },
  {
    path: ':id/saw',
    title: 'At the saw, the workshop',
    loadComponent: () => import('./pages/saw-page').then((m) => m.SawPage),
  },
];
