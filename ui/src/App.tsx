import { lazy, Suspense } from 'react';
import { BrowserRouter, Route, Routes } from 'react-router';
import { Bays } from './Bays/Bays';
import { Gate } from './Session/Gate';
import { Who } from './Session/Who';

const Run = lazy(() => import('./Run/Run').then((m) => ({ default: m.RunScreen })));
const Bench = lazy(() => import('./Bench/Bench').then((m) => ({ default: m.BenchScreen })));
const Record = lazy(() => import('./Record/Record').then((m) => ({ default: m.RecordScreen })));

export function App() {
  return (
    <BrowserRouter>
      <Gate>
      <Suspense fallback={null}>
        <Routes>
          <Route path="/" element={<Bays />} />
          <Route path="/run/:id" element={<Run />} />
          <Route path="/who" element={<Who />} />
          <Route path="/bench" element={<Bench />} />
          <Route path="/bench/:name" element={<Bench />} />
          <Route path="/record/:id" element={<Record />} />
          <Route path="*" element={<Bays />} />
        </Routes>
      </Suspense>
      </Gate>
    </BrowserRouter>
  );
}
