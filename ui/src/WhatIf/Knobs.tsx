import Box from '@mui/material/Box';
import { useState, type ReactNode } from 'react';
import type { WhatIfView } from '../api/client';
import { AskFor } from './AskFor';
import { KnobView } from './KnobView';
import type { Standing } from './useWhatIf';

/** Where each kind of knob stands in the address, and in what is tried. */
const keys = {
  adjusters: { head: 's', held: 'settings' },
  faults: { head: 'f', held: 'faults' },
  parts: { head: 'g', held: 'figures' },
  around: { head: 'a', held: 'around' },
} as const;

/** What can be tried: the adjusters, what is worn or wrong, other parts. */
export function Knobs({
  view,
  first,
  now,
  set,
  wrong,
}: {
  view: WhatIfView;
  first: WhatIfView;
  now: Standing;
  set: (change: Record<string, string>) => void;
  wrong: { name: string; says: string } | null; // what cannot be, at its blank
}) {
  const group = (list: keyof typeof keys) => (
    <>
      {view[list].map((k) => {
        const then = first[list].find((one) => one.name === k.name)?.value ?? 0;
        return (
          <KnobView
            key={k.name}
            knob={{ ...k, value: now[keys[list].held][k.name] ?? k.value }}
            then={then}
            wrong={wrong?.name === k.name ? wrong.says : ''}
            onSet={(v) => {
              set({ [`${keys[list].head}.${k.name}`]: v === then ? '' : String(v) });
            }}
          />
        );
      })}
    </>
  );
  return (
    <Box component="section" aria-label="What is tried">
      {view.schools.length > 1 && (
        <Box sx={{ mt: 1 }}>
          <Box component="label" htmlFor="school" sx={{ fontSize: 'note', color: 'quiet', mr: 1 }}>
            as set by
          </Box>
          <Box
            component="select"
            id="school"
            value={view.school}
            onChange={(e: React.ChangeEvent<HTMLSelectElement>) => {
              set({ school: e.target.value });
            }}
            sx={{ font: 'inherit', fontSize: 'text', minHeight: 48, bgcolor: 'sheet', color: 'text.primary' }}
          >
            {view.schools.map((s) => (
              <option key={s.id} value={s.id}>
                {s.name}
              </option>
            ))}
          </Box>
        </Box>
      )}
      {group('adjusters')}
      {group('around')}
      <Group title="Worn or wrong" open={Object.keys(now.faults).length > 0}>
        {view.faults.length > 0 && group('faults')}
      </Group>
      <Group title="Another part" open={Object.keys(now.figures).length > 0}>
        {view.parts.length > 0 && group('parts')}
      </Group>
      <AskFor asked={view.asked} begun={Object.keys(now.want).length > 0} wrong={wrong} set={set} />
    </Box>
  );
}

function Group({ title, open, children }: { title: string; open: boolean; children: ReactNode }) {
  const [shown, setShown] = useState(open);
  if (!children) return null;
  return (
    <Box
      component="details"
      open={shown}
      onToggle={(e: React.SyntheticEvent<HTMLDetailsElement>) => {
        setShown(e.currentTarget.open);
      }}
      sx={{ mt: 1 }}
    >
      <Box component="summary" sx={{ minHeight: 44, fontSize: 'plain', fontWeight: 600, cursor: 'pointer' }}>
        {title}
      </Box>
      {children}
    </Box>
  );
}
