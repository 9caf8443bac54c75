import type { Routes } from '@angular/router';
import { leaveWithNothingLost } from '../../shared/documents/leave-guard';

export const storesRoutes: Routes = [
  { path: '', title: 'Stores', loadComponent: () => import('./pages/stores-page').then((m) => m.StoresPage) },
  {
    path: 'shelf',
    title: 'Combs and goods, Stores',
    loadComponent: () => import('./pages/shelf-page').then((m) => m.ShelfPage),
  },
  {
    path: 'boards',
    title: 'Boards and prices, Stores',
    loadComponent: () => import('./pages/boards-page').then((m) => m.BoardsPage),
  },
  {
    path: 'labels',
    title: 'Labels, Stores',
    loadComponent: () => import('./pages/labels-page').then((m) => m.LabelsPage),
  },
  {
    path: 'traps/:id',
    title: 'Trap, Stores',
    canDeactivate: [leaveWithNothingLost],
    loadComponent: () => import('./pages/trap-page').then((m) => m.TrapPage),
  },
];
