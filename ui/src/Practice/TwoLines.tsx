import Box from '@mui/material/Box';
import { useState } from 'react';
import type { Debriefed } from '../api/client';

type Stop = Debriefed['debrief']['you'][number];

/** The run played back beside that of an experienced hand: a dot for each stop, what it was beneath, and where the two part. */
export function TwoLines({ of, onAt }: { of: Debriefed['debrief']; onAt: (seq: number) => void }) {
  const [at, setAt] = useState({ you: of.parted?.you ?? 0, expert: of.parted?.expert ?? 0 });
  return (
    <Box sx={{ mt: 2 }}>
      <Line
        name="you"
        stops={of.you}
        at={at.you}
        parted={of.parted?.you}
        onTap={(you) => {
          setAt({ ...at, you });
          onAt(of.you[you]?.to ?? 0);
        }}
      />
      {of.parted && <Box sx={{ fontSize: 'text', fontWeight: 600, color: 'error.main', my: 0.5 }}>■ here you parted</Box>}
      <Line
        name="an experienced hand"
        stops={of.expert}
        at={at.expert}
        parted={undefined}
        onTap={(expert) => {
          setAt({ ...at, expert });
        }}
      />
    </Box>
  );
}

function Line({
  name,
  stops,
  at,
  parted,
  onTap,
}: {
  name: string;
  stops: Stop[];
  at: number;
  parted: number | undefined;
  onTap: (i: number) => void;
}) {
  const now = stops[at];
  return (
    <Box component="section" aria-label={name} sx={{ mt: 1 }}>
      <Box sx={{ fontSize: 'text', fontWeight: 600 }}>{name}</Box>
      {stops.length === 0 && <Box sx={{ fontSize: 'text', color: 'quiet', minHeight: 44 }}>nothing was done</Box>}
      <Box
        sx={{
          display: stops.length > 0 ? 'flex' : 'none',
          position: 'relative',
          '&::before': {
            content: '""',
            position: 'absolute',
            left: 0,
            right: 0,
            top: 21,
            borderTop: '2px solid',
            borderColor: 'text.primary',
          },
        }}
      >
        {stops.map((s, i) => {
          const lost = (s.lost?.length ?? 0) > 0;
          return (
            <Box
              key={s.from}
              component="button"
              type="button"
              aria-label={`${s.says}${lost ? `: ${(s.lost ?? []).join('; ')}` : ''}`}
              aria-pressed={i === at}
              onClick={() => {
                onTap(i);
              }}
              sx={{
                flex: '1 1 0',
                minWidth: 0,
                height: 44,
                p: 0,
                border: 0,
                bgcolor: 'transparent',
                cursor: 'pointer',
                position: 'relative',
                display: 'grid',
                placeItems: 'center',
                color: 'text.primary',
              }}
            >
              <Box
                component="span"
                sx={{
                  width: i === at ? 22 : 14,
                  height: i === at ? 22 : 14,
                  borderRadius: '50%',
                  border: '2.5px solid',
                  borderColor: lost ? 'error.main' : 'text.primary',
                  bgcolor: lost && i === parted ? 'error.main' : 'sheet',
                }}
              />
            </Box>
          );
        })}
      </Box>
      {now && (
        <Box sx={{ fontSize: 'text', lineHeight: 1.3, minHeight: 44 }}>
          {at + 1}. {now.says}
          {now.so?.map((l) => (
            <Box key={l} sx={{ color: 'quiet' }}>
              {l}
            </Box>
          ))}
          {now.lost?.map((l) => (
            <Box key={l} sx={{ color: 'error.main', fontWeight: 600 }}>
              ✕ {l}
            </Box>
          ))}
        </Box>
      )}
    </Box>
  );
}
