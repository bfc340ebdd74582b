import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useCallback, useState } from 'react';
import { useSearchParams } from 'react-router';
import { api, answered } from '../api/client';
import { useDelayed } from '../useDelayed';
import { keys } from '../api/keys';

type Figures = Record<string, number>;
export interface Standing {
  settings: Figures;
  faults: Figures;
  figures: Figures; // of other parts
  around: Figures; // the air
  want: { windows?: Record<string, number[]>; answers?: Record<string, string> }; // instead of what the sheet wants
}

const read = (params: URLSearchParams, head: string): Figures =>
  Object.fromEntries(
    [...params]
      .filter(([key, text]) => key.startsWith(head) && text !== '' && Number.isFinite(Number(text)))
      .map(([key, text]) => [key.slice(head.length), Number(text)]),
  );

/** What is asked for: w.ID=from~to of a reading, t.ID=answer of a check. */
function wanted(params: URLSearchParams): Standing['want'] {
  const of = (head: string) =>
    [...params].filter(([key]) => key.startsWith(head)).map(([key, text]) => [key.slice(head.length), text] as const);
  const windows = of('w.')
    .map(([id, text]) => [id, text.split('~').map(Number)] as const)
    .filter(([, ends]) => ends.every(Number.isFinite));
  const answers = of('t.');
  return {
    ...(windows.length > 0 ? { windows: Object.fromEntries(windows) } : {}),
    ...(answers.length > 0 ? { answers: Object.fromEntries(answers) } : {}),
  };
}

/** What is tried: it stands in the address, so that it can be sent and opened again. */
export function useTried() {
  const [params, setParams] = useSearchParams();
  const now: Standing = {
    settings: read(params, 's.'),
    faults: read(params, 'f.'),
    figures: read(params, 'g.'),
    around: read(params, 'a.'),
    want: wanted(params),
  };
  const about = {
    family: params.get('family') ?? '',
    sheet: params.get('sheet') ?? '',
    run: params.get('run') ?? '',
    machine: params.get('machine') ?? '',
    cable: params.get('cable') ?? '',
    school: params.get('school') ?? '',
    mx: params.get('mx') ?? '',
    my: params.get('my') ?? '',
  };
  const set = useCallback(
    (change: Record<string, string>) => {
      setParams(
        (old) => {
          const next = new URLSearchParams(old);
          for (const [key, text] of Object.entries(change)) {
            if (text === '') next.delete(key);
            else next.set(key, text);
          }
          return next;
        },
        { replace: true },
      );
    },
    [setParams],
  );
  const afresh = useCallback(() => {
    setParams((old) => new URLSearchParams([...old].filter(([key]) => !/^[sfgawt]\./.test(key))), { replace: true });
  }, [setParams]);
  return { now, about, set, afresh };
}

/** What the rig would show; the last answer stands until the next one comes. */
export function useWhatIf(
  about: { family: string; sheet: string; run: string; machine: string; cable: string; school: string; mx: string; my: string },
  then: Standing | undefined,
  now: Standing,
) {
  const of = about.sheet + about.run + about.family;
  const body = JSON.stringify({
    ...(about.run ? { run: about.run } : about.family ? { family: about.family } : { sheet: about.sheet }),
    ...(about.machine ? { machine: about.machine, cable: about.cable } : {}),
    ...(about.school ? { school: about.school } : {}),
    ...(about.mx && about.my ? { map: [about.mx, about.my] } : {}),
    ...(Object.keys(now.want).length > 0 ? { want: now.want } : {}),
    ...(then
      ? {
          now: {
            settings: { ...then.settings, ...now.settings },
            faults: now.faults,
            figures: now.figures,
            around: { ...then.around, ...now.around },
          },
        }
      : {}),
  });
  const late = useDelayed(body, 30);
  const { data, error } = useQuery({
    queryKey: keys.whatif(late),
    meta: { told: 'all' },
    placeholderData: keepPreviousData,
    retry: false,
    enabled: of !== '',
    queryFn: () => answered(api.POST('/api/v1/whatif', { body: JSON.parse(late) as { sheet?: string } })),
  });
  // what cannot be is not drawn: the last that could stays
  const [kept, setKept] = useState({ of, data });
  if (data && data !== kept.data) setKept({ of, data });
  return { data: data ?? (kept.of === of ? kept.data : undefined), error };
}
