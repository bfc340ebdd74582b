import createClient from 'openapi-fetch';
import type { components, paths } from './schema';

type Schemas = components['schemas'];
export type RunView = Schemas['ShopRunView'];
export type Kept = Schemas['ShopKept'];
export type View = Schemas['RunView'];
export type Advice = Schemas['RunAdvice'];
export type Line = Schemas['RunLine'];
export type Rule = Schemas['RunRule'];
export type StepState = Schemas['RunStepState'];
export type Want = Schemas['RunWant'];
export type TestAsk = Schemas['RunTestAsk'];
export type Turn = Schemas['RunTurn'];
export type Order = Schemas['RunOrder'];
export type Picture = Schemas['PictureScene'];
export type WhatIfView = Schemas['ShopWhatIfView'];
export type RouteView = Schemas['ShopRouteView'];
export type RouteDraft = Schemas['RoutingDraft'];
export type Knob = Schemas['WhatifKnob'];
export type Choice = Schemas['RunChoice'];
export type Hands = Schemas['ShopHands'];
export type Call = Schemas['RunCall'];
export type InviteView = Schemas['InviteView'];
export type Gauge = Schemas['RunGauge'];
export type GaugeCard = Schemas['ShopGaugeCard'];
export type How = Schemas['RunHow'];
export type Bays = Schemas['ShopBays'];
export type BayLine = Schemas['ShopBayLine'];
export type Bay = Schemas['ShopBay'];
export type Record = Schemas['RunRecord'];
export type Problem = Schemas['Problem'];
export type EventIn = Schemas['EventIn'];
export type Kind = EventIn['kind'];
export type Craft = Schemas['WorkshopMachine']['craft'];
export type Role = Schemas['WorkshopPerson']['role'];
export type GaugeKind = NonNullable<Schemas['RunGauge']['kind']>;
export type ReadingIn = Schemas['RunReading'];
export type SessionView = Schemas['Session'];
export type Person = Schemas['WorkshopPerson'];
export type Heard = Schemas['RunHeard'];
export type Meaning = Schemas['Meaning'];
export type MachineView = Schemas['ShopMachineView'];
export type Years = Schemas['ShopYears'];
export type LogLine = Schemas['ShopLogLine'];
export type Due = Schemas['ShopDue'];
export type DueList = Schemas['ShopDueList'];
export type CalendarAddress = Schemas['ShopCalendarAddress'];
export type Machine = Schemas['WorkshopMachine'];
export type CardNow = Schemas['CardNow'];
export type Entry = Schemas['WorkshopEntry'];
export type Library = Schemas['ShopLibrary'];
export type Axis = Schemas['SheetAxis'];
export type Arriving = Schemas['ShopArriving'];
export type Archiving = Schemas['ShopArchiving'];
export type OwnRule = Schemas['ShopRule'];
export type RuleIn = Schemas['ShopRuleIn'];
export type Lesson = Schemas['ShopLesson'];
export type SheetPage = Schemas['ShopSheetPage'];
export type Sheet = Schemas['Sheet'];
export type SheetFault = Schemas['Fault'];
export type BenchView = Schemas['ShopBenchView'];
export type Sentence = Schemas['BenchSentence'];
export type Part = Schemas['BenchPart'];
export type BenchBlank = Schemas['BenchBlank'];
export type Echo = Schemas['BenchEcho'];
export type Worked = Schemas['BenchWorked'];
export type Drawing = Schemas['BenchDrawing'];
export type TroubleBegin = Schemas['ShopTroubleBegin'];
export type Mechanism = Schemas['ShopMechanism'];
export type Hour = Schemas['ShopHour'];
export type PastedRead = Schemas['ManualRead'];
export type Ask = Hour['asks'][number];
export type Understood = Hour['page']['read'][number];
export type ClickCount = Schemas['ClicksCount'];
export type Logged = Schemas['LoggedLooked'];
export type LoggedColumns = Schemas['LoggedColumns'];
export type LiveGauge = Schemas['GaugeLive'];
export type Offer = Schemas['ShopOffer'];
export type Exercise = Schemas['ShopOffered'];
export type Practised = Schemas['ShopPractised'];
export type Debriefed = Schemas['ShopDebriefed'];
export type HabitLine = Schemas['ShopHabit'];
export type Composable = Schemas['ShopComposable'];
export type OpenExercise = Schemas['PracticeOpen'];
export type Composed = Schemas['ShopComposed'];
export type Act = Schemas['PracticeAct'];
export type ActDone = Schemas['Done'];
export type HeldReading = Schemas['PracticeHeld'];
export type TroubleView = Schemas['ShopTroubleView'];
export type TroubleNext = Schemas['TroubleNext'];
export type TroubleOdds = Schemas['ShopTroubleOdds'];
export type Cause = Schemas['TroubleRanked'];

export const api = createClient<paths>({ baseUrl: '/' });

/** An answer that says what was wrong. */
export class ProblemError extends Error {
  constructor(readonly problem: Problem) {
    super(problem.detail);
  }
}

/** What a call gives, or a ProblemError. */
export async function answered<T>(call: Promise<{ data?: T; error?: unknown }>): Promise<T> {
  const { data, error } = await call;
  if (data === undefined) throw new ProblemError(problemOf(error));
  return data;
}

/** The problem a query failed with; null while there is none, or when the server did not answer at all. */
export const problemIn = (error: unknown): Problem | null => (error instanceof ProblemError ? error.problem : null);

/** The problem of an answer that did not succeed; one of our own when it was no problem document. */
export function problemOf(error: unknown): Problem {
  if (typeof error === 'object' && error !== null && 'detail' in error) return error as Problem;
  return {
    type: 'about:blank',
    title: 'no answer',
    status: 0,
    detail: 'The server gave no answer that can be read. Try again.',
  };
}
