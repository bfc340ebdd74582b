import { lazy, Suspense, type ReactNode } from 'react';
import { ErrorBoundary } from 'react-error-boundary';
import { BrowserRouter, Route, Routes, useLocation } from 'react-router';
import { Broken } from './parts/Broken';
import { Bays } from './Bays/Bays';
import { Gate } from './Session/Gate';

const Run = lazy(() => import('./Run/Run').then((m) => ({ default: m.RunScreen })));
const Bench = lazy(() => import('./Bench/Bench').then((m) => ({ default: m.BenchScreen })));
const Sheets = lazy(() => import('./Sheets/Library').then((m) => ({ default: m.LibraryScreen })));
const SheetRead = lazy(() => import('./Sheets/SheetScreen').then((m) => ({ default: m.SheetScreen })));
const SheetEdit = lazy(() => import('./Sheets/Editor').then((m) => ({ default: m.EditorScreen })));
const NewSheet = lazy(() => import('./Sheets/NewSheet').then((m) => ({ default: m.NewSheetScreen })));
const Machine = lazy(() => import('./Machine/Machine').then((m) => ({ default: m.MachineScreen })));
const At = lazy(() => import('./Machine/At').then((m) => ({ default: m.AtScreen })));
const Years = lazy(() => import('./Machine/Years').then((m) => ({ default: m.YearsScreen })));
const Due = lazy(() => import('./Due/Due').then((m) => ({ default: m.DueScreen })));
const Log = lazy(() => import('./Log/Log').then((m) => ({ default: m.LogScreen })));
const People = lazy(() => import('./People/People').then((m) => ({ default: m.PeopleScreen })));
const WhatIf = lazy(() => import('./WhatIf/WhatIf').then((m) => ({ default: m.WhatIfScreen })));
const Trouble = lazy(() => import('./Trouble/Trouble').then((m) => ({ default: m.TroubleScreen })));
const TroubleShop = lazy(() => import('./Trouble/Shop').then((m) => ({ default: m.TroubleShop })));
const SetNow = lazy(() => import('./Hour/SetNow').then((m) => ({ default: m.SetNowScreen })));
const Figures = lazy(() => import('./Hour/Figures').then((m) => ({ default: m.FiguresScreen })));
const Routing = lazy(() => import('./Routing/Routing').then((m) => ({ default: m.RoutingScreen })));
const Held = lazy(() => import('./Held/Held').then((m) => ({ default: m.HeldScreen })));
const Hands = lazy(() => import('./Run/hands/Hands').then((m) => ({ default: m.HandsScreen })));
const Logged = lazy(() => import('./Run/logged/Logged').then((m) => ({ default: m.LoggedScreen })));
const Join = lazy(() => import('./Run/hands/Join').then((m) => ({ default: m.JoinScreen })));
const Practice = lazy(() => import('./Practice/Practice').then((m) => ({ default: m.PracticeScreen })));
const Compose = lazy(() => import('./Practice/Compose').then((m) => ({ default: m.ComposeScreen })));
const Debrief = lazy(() => import('./Practice/Debrief').then((m) => ({ default: m.DebriefScreen })));
const Who = lazy(() => import('./Session/Who').then((m) => ({ default: m.Who })));
const Record = lazy(() => import('./Record/Record').then((m) => ({ default: m.RecordScreen })));

/** Whatever goes wrong on one screen stays there: the others are a tap away. */
function Guard({ children }: { children: ReactNode }) {
  return (
    <ErrorBoundary FallbackComponent={Broken} resetKeys={[useLocation().pathname]}>
      <Suspense fallback={null}>{children}</Suspense>
    </ErrorBoundary>
  );
}

export function App() {
  return (
    <BrowserRouter>
      <Guard>
        <Gate hands={<Join />}>
          <Guard>
            <Routes>
              <Route path="/" element={<Bays />} />
              <Route path="/run/:id" element={<Run />} />
              <Route path="/run/:id/hands" element={<Hands />} />
              <Route path="/run/:id/logged" element={<Logged />} />
              <Route path="/hands" element={<Join />} />
              <Route path="/who" element={<Who />} />
              <Route path="/sheets" element={<Sheets />} />
              <Route path="/sheets/draft" element={<SheetEdit />} />
              <Route path="/sheets/new" element={<NewSheet />} />
              <Route path="/sheets/:hash" element={<SheetRead />} />
              <Route path="/machine/:id" element={<Machine />} />
              <Route path="/at/:id" element={<At />} />
              <Route path="/at/:id/:cable" element={<At />} />
              <Route path="/machine/:id/years" element={<Years />} />
              <Route path="/set" element={<SetNow />} />
              <Route path="/set/:family" element={<Figures />} />
              <Route path="/whatif" element={<WhatIf />} />
              <Route path="/trouble" element={<Trouble />} />
              <Route path="/trouble/shop" element={<TroubleShop />} />
              <Route path="/routing" element={<Routing />} />
              <Route path="/held" element={<Held />} />
              <Route path="/log" element={<Log />} />
              <Route path="/due" element={<Due />} />
              <Route path="/people" element={<People />} />
              <Route path="/practice" element={<Practice />} />
              <Route path="/practice/compose" element={<Compose />} />
              <Route path="/practice/:run" element={<Debrief />} />
              <Route path="/bench" element={<Bench />} />
              <Route path="/bench/:name" element={<Bench />} />
              <Route path="/record/:id" element={<Record />} />
              <Route path="*" element={<Bays />} />
            </Routes>
          </Guard>
        </Gate>
      </Guard>
    </BrowserRouter>
  );
}
