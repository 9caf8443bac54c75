import type { Routes } from '@angular/router';
import { CallPage } from './pages/call-page';
import { CallsPage } from './pages/calls-page';
import { LeavingPage } from './pages/leaving-page';
import { LivePage } from './pages/live-page';
import { NewCallPage } from './pages/new-call-page';
import { ReportPage } from './pages/report-page';

/** All in one part of the app: whoever has opened a call can go on with it where there is no signal. */
export const calloutsRoutes: Routes = [
  { path: '', title: 'Calls, Catches', component: CallsPage },
  { path: 'new', title: 'Log a call, Catches', component: NewCallPage },
  { path: ':id', title: 'A call, Catches', component: CallPage },
  { path: ':id/leaving', title: 'Before leaving, Catches', component: LeavingPage },
  { path: ':id/live', title: 'At work, Catches', component: LivePage },
  { path: ':id/report', title: 'Report, Catches', component: ReportPage },
];
