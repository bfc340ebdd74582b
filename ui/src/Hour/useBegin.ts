import { useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { api, problemOf, type Problem, type RunView } from '../api/client';
import { useChange } from '../api/ask';
import { newID } from '../api/ids';
import { upload } from '../api/photos';
import { useSession } from '../api/useSession';

interface Beginning {
  family: string;
  school: string;
  texts: Record<string, string>;
  source: string;
  machine: string;
  serial: string;
}

/** Begins a run on one's own machine, with the page of its manual as its first photo; what is refused stands at its blank. */
export function useBegin(done: () => void) {
  const id = useRef(newID()); // the same one until it is open, so that two taps open one
  const [refused, setRefused] = useState<Problem>();
  const [busy, setBusy] = useState(false);
  const change = useChange<RunView>();
  const go = useNavigate();
  const by = useSession().data?.person?.name ?? '';
  const begin = async (what: Beginning, photo: File | undefined, dropped: () => void) => {
    setBusy(true);
    const { data, problem } = await change(() => api.POST('/api/v1/hour/begin', { body: { id: id.current, ...what } }));
    const lost = data && photo ? await pageOf(data, photo, by) : '';
    setBusy(false);
    setRefused(lost ? { ...noPage, detail: `All is ready but the photo: ${lost} Take it again, or go on without it.` } : problem);
    if (lost) dropped();
    if (!data || lost) return;
    done();
    await go(`/run/${data.id}`);
  };
  const faults = refused?.faults ?? (refused?.field ? [{ field: refused.field, message: refused.detail }] : []);
  const at = (field: string) => faults.find((f) => f.field === field)?.message ?? '';
  const told = faults.some((f) => f.field.startsWith('texts.') || ['machine', 'serial', 'source'].includes(f.field));
  return { begin, at, problem: refused && !told ? refused.detail : '', busy };
}

const noPage: Problem = { type: 'about:blank', title: '', status: 0, detail: '' };

/** Keeps the page of the manual with the run; why it was not taken, else nothing. */
async function pageOf(run: RunView, photo: File, by: string): Promise<string> {
  const taken = await upload(run.id, photo);
  if (!('sha256' in taken)) return taken.detail;
  const body = { stage: '', point: '', step: '', text: 'the page of the manual', sha256: taken.sha256 };
  const { error } = await api.POST('/api/v1/runs/{run}/events', {
    params: { path: { run: run.id } },
    body: { id: newID(), after: run.view.seq, kind: 'photo', by, at: new Date().toISOString(), body },
  });
  return error ? problemOf(error).detail : '';
}
