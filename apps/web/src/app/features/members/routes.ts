import type { Routes } from '@angular/router';

export const membersRoutes: Routes = [
  { path: '', loadComponent: () => import('./pages/members-page').then((m) => m.MembersPage) },
];
export const signInRoutes: Routes = [
  { path: '', loadComponent: () => import('./pages/sign-in-page').then((m) => m.SignInPage) },
];
export const joinRoutes: Routes = [
  { path: '', loadComponent: () => import('./pages/join-page').then((m) => m.JoinPage) },
];
export const lookRoutes: Routes = [
  { path: '', loadComponent: () => import('./pages/look-page').then((m) => m.LookPage) },
];
export const phoneRoutes: Routes = [
  { path: '', loadComponent: () => import('./pages/phone-page').then((m) => m.PhonePage) },
];
