import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import type { OwnRule } from '../api/client';
import { useRules, useSetRule } from '../api/useRules';
import { Blank } from '../parts/Blank';

const titles: Partial<Record<OwnRule['kind'], string>> = { again: 'Look again', lubrication: 'Lubricate' };

/** When things are done again: by the sheet, and by the workshop where it has a rule of its own. */
export function Rules({ hash, manage }: { hash: string; manage: boolean }) {
  const { data } = useRules(hash);
  const told = (data ?? []).filter((r) => manage || r.holds !== '');
  if (told.length === 0) return null;
  return (
    <Box component="section" aria-label="When again" sx={{ mt: 1.5, maxWidth: 760 }}>
      <Box component="h2" sx={{ m: 0, fontSize: 'plain', fontWeight: 600 }}>
        When again
      </Box>
      {told.map((r) => (
        <RuleLine key={r.kind} rule={r} hash={hash} manage={manage} />
      ))}
    </Box>
  );
}

type Field = 'days' | 'km' | 'hours' | 'why';
const fields: { id: Field; label: string; width: number }[] = [
  { id: 'days', label: 'days', width: 96 },
  { id: 'km', label: 'km', width: 112 },
  { id: 'hours', label: 'hours', width: 96 },
  { id: 'why', label: 'why, where it is later than the sheet', width: 340 },
];

function RuleLine({ rule, hash, manage }: { rule: OwnRule; hash: string; manage: boolean }) {
  const title = titles[rule.kind] ?? rule.kind;
  const [open, setOpen] = useState(false);
  const own = rule.own ?? {};
  const kept = { days: `${own.days ?? ''}`, km: `${own.km ?? ''}`, hours: `${own.hours ?? ''}`, why: rule.why ?? '' };
  const [texts, setTexts] = useState<Record<Field, string>>(kept);
  const [refused, setRefused] = useState({ field: '', detail: '' });
  const set = useSetRule(hash);
  const send = async (of: Record<Field, string>) => {
    const done = await set({ kind: rule.kind, ...of });
    if (done.problem) {
      setRefused({ field: done.problem.field ?? '', detail: done.problem.detail });
      return;
    }
    setRefused({ field: '', detail: '' });
    setTexts(of);
    setOpen(false);
  };
  return (
    <Box sx={{ borderTop: '1px solid', borderColor: 'divider', py: 0.5 }}>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', columnGap: 1.5 }}>
        <Box sx={{ fontSize: 'plain', flex: '1 1 260px' }}>
          {title}: <b>{rule.holds || 'not said'}</b>
          {rule.own && (
            <Box component="span" sx={{ fontSize: 'note', color: 'quiet' }}>
              {' '}
              by our own rule of {rule.day}, {rule.by}
              {rule.why ? `: ${rule.why}` : ''}; the sheet says {rule.says || 'nothing'}
            </Box>
          )}
        </Box>
        {manage && !open && (
          <Button
            variant="text"
            sx={{ minHeight: 48, py: 0 }}
            onClick={() => {
              setTexts(kept);
              setOpen(true);
            }}
          >
            {rule.own ? `change our rule: ${title.toLowerCase()}` : `our own rule: ${title.toLowerCase()}`}
          </Button>
        )}
      </Box>
      {open && (
        <Box
          component="form"
          noValidate
          aria-label={`our own rule: ${title.toLowerCase()}`}
          onSubmit={(e) => {
            e.preventDefault();
            void send(texts);
          }}
          sx={{ bgcolor: 'sheet', p: 1.5, mb: 1 }}
        >
          <Box sx={{ fontSize: 'note', color: 'quiet' }}>What you leave empty is as the sheet has it: {rule.says || 'nothing said'}.</Box>
          <Box sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 2 }}>
            {fields.map((f) => (
              <Blank
                key={f.id}
                label={f.label}
                width={f.width}
                value={texts[f.id]}
                onChange={(t) => {
                  setTexts((was) => ({ ...was, [f.id]: t }));
                }}
                error={refused.field === f.id ? refused.detail : ''}
              />
            ))}
          </Box>
          {refused.detail && !fields.some((f) => f.id === refused.field) && (
            <Box role="alert" sx={{ color: 'error.main', fontWeight: 500 }}>
              {refused.detail}
            </Box>
          )}
          <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1.5, mt: 1 }}>
            <Button type="submit" sx={{ minHeight: 48, py: 0 }}>
              Keep the rule
            </Button>
            {rule.own && (
              <Button variant="text" sx={{ minHeight: 48, py: 0 }} onClick={() => void send({ days: '', km: '', hours: '', why: '' })}>
                as the sheet has it
              </Button>
            )}
            <Button
              variant="text"
              sx={{ minHeight: 48, py: 0 }}
              onClick={() => {
                setOpen(false);
                setRefused({ field: '', detail: '' });
              }}
            >
              leave it
            </Button>
          </Box>
        </Box>
      )}
    </Box>
  );
}
