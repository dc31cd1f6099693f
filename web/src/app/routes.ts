import type { Routes } from '@angular/router';
import { Floor } from './floor/floor';
import type { LedgerName } from './offline/outbox';

/** A sheet and its papers: of a job, or of a practice vehicle. */
const sheetOf = (path: string, ledger: LedgerName): Routes => [
  {
    path: `${path}/:id/hand-back`,
    data: { ledger },
    loadComponent: () => import('./prove/hand-back-sheet').then((m) => m.HandBackSheet),
    title: 'Hand-back sheet · Ash Knot',
  },
  {
    path: `${path}/:id/card`,
    data: { ledger },
    loadComponent: () => import('./work/job-card').then((m) => m.JobCard),
    title: 'Job card · Ash Knot',
  },
  {
    path: `${path}/:id/quote`,
    data: { ledger },
    loadComponent: () => import('./settle/quote-sheet').then((m) => m.QuoteSheet),
    title: 'Quote · Ash Knot',
  },
  ...(ledger === 'practice'
    ? [
        {
          path: `${path}/:id/review`,
          loadComponent: () => import('./practice/practice-review').then((m) => m.PracticeReviewPage),
          title: 'Review · Ash Knot',
        },
      ]
    : []),
  {
    path: `${path}/:id`,
    data: { ledger },
    loadComponent: () => import('./sheet/sheet').then((m) => m.Sheet),
    title: 'Sheet · Ash Knot',
    children: [
      { path: 'listen', loadComponent: () => import('./listen/listen').then((m) => m.Listen) },
      { path: 'find', loadComponent: () => import('./find/find').then((m) => m.Find) },
      { path: 'settle', loadComponent: () => import('./settle/settle').then((m) => m.Settle) },
      { path: 'work', loadComponent: () => import('./work/work').then((m) => m.Work) },
      { path: 'prove', loadComponent: () => import('./prove/prove').then((m) => m.Prove) },
      { path: '**', redirectTo: '' },
    ],
  },
];

export const routes: Routes = [
  { path: '', component: Floor, title: 'The floor · Ash Knot' },
  {
    path: 'open',
    loadComponent: () => import('./open/open').then((m) => m.Open),
    title: 'Open a vehicle · Ash Knot',
  },
  ...sheetOf('job', 'jobs'),
  ...sheetOf('practice', 'practice'),
  {
    path: 'practice',
    loadComponent: () => import('./practice/practice-home').then((m) => m.PracticeHomePage),
    title: 'Practice · Ash Knot',
  },
  {
    path: 'file',
    loadComponent: () => import('./file/file-list').then((m) => m.FileList),
    title: 'The file · Ash Knot',
  },
  {
    path: 'file/:id',
    loadComponent: () => import('./file/vehicle-file').then((m) => m.VehicleFile),
    title: 'The file · Ash Knot',
  },
  {
    path: 'types/:id',
    loadComponent: () => import('./file/type-page').then((m) => m.TypePage),
    title: 'A type · Ash Knot',
  },
  {
    path: 'plan',
    loadComponent: () => import('./plan/plan-page').then((m) => m.PlanPage),
    title: 'The plan · Ash Knot',
  },
  {
    path: 'plan/new',
    loadComponent: () => import('./plan/new-booking').then((m) => m.NewBooking),
    title: 'Book a vehicle · Ash Knot',
  },
  {
    path: 'plan/:id',
    loadComponent: () => import('./plan/booking-page').then((m) => m.BookingPage),
    title: 'A booking · Ash Knot',
  },
  {
    path: 'shelf',
    loadComponent: () => import('./shelf/shelf').then((m) => m.Shelf),
    title: 'The shelf · Ash Knot',
  },
  {
    path: 'lists',
    loadComponent: () => import('./lists/lists-page').then((m) => m.ListsPage),
    title: 'Lists in and out · Ash Knot',
  },
  {
    path: 'lists/:id',
    loadComponent: () => import('./lists/list-page').then((m) => m.ListPage),
    title: 'A list · Ash Knot',
  },
  {
    path: 'rules',
    loadComponent: () => import('./rules/rules').then((m) => m.Rules),
    title: 'Shop rules · Ash Knot',
  },
  {
    path: 'rules/suspects',
    loadComponent: () => import('./rules/suspects-table').then((m) => m.SuspectsTable),
    title: 'The suspects table · Ash Knot',
  },
  {
    path: 'rules/people',
    loadComponent: () => import('./rules/people').then((m) => m.People),
    title: 'People, devices, programs · Ash Knot',
  },
  {
    path: 'rules/gauges',
    loadComponent: () => import('./gauges/gauge-register').then((m) => m.GaugeRegister),
    title: 'Gauges · Ash Knot',
  },
  {
    path: 'rules/gauges/:id/study',
    loadComponent: () => import('./gauges/gauge-study').then((m) => m.GaugeStudy),
    title: 'Gauge study · Ash Knot',
  },
  {
    path: 'rules/cards',
    loadComponent: () => import('./gauges/card-sheets').then((m) => m.CardSheets),
    title: 'Cards for the camera · Ash Knot',
  },
  {
    path: 'rules/cards/:number',
    loadComponent: () => import('./gauges/card-paper').then((m) => m.CardPaper),
    title: 'A sheet of cards · Ash Knot',
  },
  {
    path: 'gauge/:id',
    loadComponent: () => import('./gauges/sim-gauge').then((m) => m.SimGauge),
    title: 'Simulated gauge · Ash Knot',
  },
  { path: 'kit', loadComponent: () => import('./kit/kit-page').then((m) => m.KitPage), title: 'The kit · Ash Knot' },
  { path: '**', loadComponent: () => import('./shell/no-page').then((m) => m.NoPage), title: 'No such page · Ash Knot' },
];
