import type { Routes } from '@angular/router';

export const groundRoutes: Routes = [
  { path: '', title: 'Ground', loadComponent: () => import('./pages/ground-page').then((m) => m.GroundPage) },
  {
    path: 'new',
    title: 'New site, Ground',
    loadComponent: () => import('./pages/new-site-page').then((m) => m.NewSitePage),
  },
  {
    path: 'next',
    title: 'Next season, Ground',
    loadComponent: () => import('./pages/next-page').then((m) => m.NextPage),
  },
  {
    path: 'next/letters',
    title: 'Letters to the owners, Ground',
    loadComponent: () => import('./pages/letters-page').then((m) => m.LettersPage),
  },
  {
    path: 'sites/:id',
    title: 'A site, Ground',
    loadComponent: () => import('./pages/site-page').then((m) => m.SitePage),
  },
  {
    path: 'sites/:id/letter',
    title: 'Letter to the owner, Ground',
    loadComponent: () => import('./pages/letter-page').then((m) => m.LetterPage),
  },
];
