import type { Routes } from '@angular/router';

export const todayRoutes: Routes = [
  { path: '', title: 'Today', loadComponent: () => import('./pages/today-page').then((m) => m.TodayPage) },
];
