import type { Routes } from '@angular/router';

export const filesRoutes: Routes = [
  { path: '', title: 'Files', loadComponent: () => import('./pages/files-page').then((m) => m.FilesPage) },
  {
    path: 'book/:table',
    title: 'The book, Files',
    loadComponent: () => import('./pages/book-page').then((m) => m.BookPage),
  },
  {
    path: 'book/:table/:id',
    title: 'One row, Files',
    loadComponent: () => import('./pages/row-page').then((m) => m.RowPage),
  },
];
