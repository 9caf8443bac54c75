import type { Routes } from '@angular/router';

export const todayRoutes: Routes = [
  { path: '', title: 'Today', loadComponent: () => import('./pages/today-page').then((m) => m.TodayPage) },
  {
    path: 'season',
    title: 'The season, Today',
    loadComponent: () => import('./pages/season-page').then((m) => m.SeasonPage),
  },
];
