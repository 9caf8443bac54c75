import type { Routes } from '@angular/router';

export const devicesRoutes: Routes = [
  { path: '', title: 'Devices', loadComponent: () => import('./pages/devices-page').then((m) => m.DevicesPage) },
];
