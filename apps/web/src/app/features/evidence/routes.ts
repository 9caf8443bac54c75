import type { Routes } from '@angular/router';

export const evidenceRoutes: Routes = [
  { path: '', title: 'Evidence', loadComponent: () => import('./pages/evidence-page').then((m) => m.EvidencePage) },
  {
    path: 'stays',
    title: 'Behind an answer, Evidence',
    loadComponent: () => import('./pages/raw-page').then((m) => m.RawPage),
  },
  {
    path: 'questions',
    title: 'Your questions, Evidence',
    loadComponent: () => import('./pages/questions-page').then((m) => m.QuestionsPage),
  },
  {
    path: 'sheet',
    title: 'What our traps say, Evidence',
    loadComponent: () => import('./pages/sheet-page').then((m) => m.SheetPage),
  },
  {
    path: 'corrections',
    title: 'What the log corrects, Evidence',
    loadComponent: () => import('./pages/corrections-page').then((m) => m.CorrectionsPage),
  },
  {
    path: 'neighbours',
    title: 'Other keepers, Evidence',
    loadComponent: () => import('./pages/neighbours-page').then((m) => m.NeighboursPage),
  },
  {
    path: 'trials',
    title: 'Trials, Evidence',
    loadComponent: () => import('./pages/trials-page').then((m) => m.TrialsPage),
  },
  {
    path: 'trials/new',
    title: 'Plan a trial, Evidence',
    loadComponent: () => import('./pages/new-trial-page').then((m) => m.NewTrialPage),
  },
  {
    path: 'trials/:id',
    title: 'A trial, Evidence',
    loadComponent: () => import('./pages/trial-page').then((m) => m.TrialPage),
  },
];
