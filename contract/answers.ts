import type * as v from 'valibot';
import * as house from './answers/house.ts';
import * as people from './answers/people.ts';
import * as plan from './answers/plan.ts';
import * as records from './answers/records.ts';
import * as rounds from './answers/rounds.ts';
import * as water from './answers/water.ts';
import { NothingAnswer } from './answers/fields.ts';

// What the server answers, route by route, as other programs may rely on it: a field that is not named there is a fault, and
// so is one that is missing. What a person may send stands beside its own kind of record.

/** RFC 9457: whatever is refused. */
export { ProblemAnswer } from './answers/records.ts';

/** By method and path, parameters named as in the list of routes. What answers with a file or a stream is not here. */
export const answers: Readonly<Record<string, v.GenericSchema>> = {
  'GET /authentication': people.AuthenticationAnswer,
  'POST /access/first-owner': people.AccountIdAnswer,
  'POST /access/sign-in': people.AccountIdAnswer,
  'POST /access/sign-out': NothingAnswer,
  'POST /access/link': people.LinkAnswer,
  'POST /access/join': people.AccountIdAnswer,
  'POST /access/forgot': NothingAnswer,
  'GET /me/sessions': people.SessionsAnswer,
  'DELETE /me/sessions/:id': NothingAnswer,
  'POST /me/sign-out-everywhere': people.DevicesAnswer,
  'POST /me/password': NothingAnswer,
  'GET /accounts': people.AccountsAnswer,
  'POST /accounts': people.ShownAnswer,
  'PUT /accounts/:id': NothingAnswer,
  'POST /accounts/:id/reset': people.ShownAnswer,
  'POST /accounts/:id/sign-out': people.DevicesAnswer,
  'GET /sign-in-log': people.SignInLogAnswer,
  'GET /page-links': people.PageLinksAnswer,
  'POST /page-links': people.ShownAnswer,
  'POST /page-links/:id/revoke': people.RevokedAnswer,
  'GET /network-access': people.NetworkAccessAnswer,
  'PUT /network-access': people.NetworkAccessAnswer,
  'GET /mail': people.MailAnswer,
  'PUT /mail': NothingAnswer,
  'DELETE /mail': NothingAnswer,
  'POST /mail/try': people.MailedAnswer,
  'GET /mail/stand-in': people.StandInMailAnswer,

  'GET /about': house.AboutAnswer,
  'POST /import': house.ImportAnswer,
  'POST /backup': house.BackupAnswer,
  'GET /safekeeping': house.SafekeepingAnswer,
  'GET /calculators': house.CalculatorsAnswer,
  'POST /calculators/:id': house.CalculatedAnswer,

  'GET /snapshot': records.RecordsAnswer,
  'GET /records': records.RecordChangesAnswer,
  'GET /records/:kind': records.RecordsAnswer,
  'GET /records/:kind/:id': records.StoredAnswer,
  'GET /records/:kind/:id/revisions': records.RevisionsAnswer,
  'GET /readings': records.RecordsAnswer,
  'POST /work': records.WorkAnswer,
  'POST /pictures': records.NewPictureAnswer,

  'GET /plan': plan.PlanAnswer,
  'GET /plan/changes': plan.PlanChangesAnswer,
  'GET /plan/jobs/:jobId': plan.ExplanationAnswer,
  'POST /plan/what-if': plan.WhatIfAnswer,
  'GET /plan/power-cut': plan.PowerCutAnswer,
  'GET /places': plan.PlacesAnswer,
  'GET /leads': plan.LeadsAnswer,

  'GET /water': water.WaterAnswer,
  'GET /water/series': water.SeriesAnswer,
  'GET /water/change': water.ChangeAnswer,
  'GET /water/make-up': water.MakeUpAnswer,
  'GET /water/source': water.SourceAnswer,
  'POST /sent-tests': water.SentTestsAnswer,
  'POST /device/readings': water.DeviceReadingsAnswer,
  'POST /import-csv/preview': water.ImportPreviewAnswer,
  'POST /import-csv': water.CsvImportAnswer,
  'POST /imports/:id/take-back': water.TakenBackAnswer,

  'GET /week': rounds.WeekAnswer,
  'GET /sheets': rounds.SheetsAnswer,
  'POST /sheets/ticks': rounds.TickedAnswer,
  'GET /rounds/off': rounds.OffAnswer,
  'GET /rounds/running': rounds.RunningAnswer,
  'GET /rounds/readings/:id': rounds.ReadingsRoundAnswer,
  'GET /rounds/:id/report': rounds.ReportAnswer,
  'POST /rounds/:id/report/mail': people.MailedAnswer,
};
