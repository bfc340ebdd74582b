import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, answered, problemIn } from '../api/client';
import { Blank } from '../parts/Blank';
import { useDelayed } from '../useDelayed';
import type { PhotoTaken } from '../api/photos';
import { keys } from '../api/keys';

interface Spot {
  x: number;
  y: number;
}

const asks = [
  'Tap one end of the known thing.',
  'Tap its other end.',
  'Tap one end of what you want to know.',
  'Tap its other end.',
  'Tap again to begin anew.',
];

/** Four taps and a known length: what the server makes of them. */
export function useMeasuring(run: string, photo: PhotoTaken | null) {
  const [taps, setTaps] = useState<Spot[]>([]);
  const [known, setKnown] = useState('20 mm');
  const [on, setOn] = useState(false);
  const whole = on && taps.length === 4;
  const body = whole ? { scale: taps.slice(0, 2), of: taps.slice(2), text: known } : null;
  const late = useDelayed(JSON.stringify(body), 200);
  const { data, error } = useQuery({
    queryKey: keys.measure(run, photo?.sha256, late),
    meta: { told: 'problem' },
    enabled: body !== null && photo !== null && late !== 'null',
    retry: false,
    queryFn: () =>
      answered(
        api.POST('/api/v1/runs/{run}/photos/{sha}/measure', {
          params: { path: { run, sha: photo?.sha256 ?? '' } },
          body: JSON.parse(late) as NonNullable<typeof body>,
        }),
      ),
  });
  const tap = (spot: Spot) => {
    setTaps((were) => (were.length === 4 ? [spot] : [...were, spot]));
  };
  return {
    taps,
    tap,
    known,
    setKnown,
    on,
    setOn,
    body: data && body ? body : null,
    data: body ? data : undefined,
    problem: problemIn(error),
  };
}

/** The photo with the taps drawn on it. */
export function MeasureIn({ run, photo, measuring: m }: { run: string; photo: PhotoTaken; measuring: ReturnType<typeof useMeasuring> }) {
  const mark = photo.width / 60;
  const pairs = [m.taps.slice(0, 2), m.taps.slice(2, 4)];
  return (
    <>
      <Box
        component="svg"
        viewBox={`0 0 ${photo.width} ${photo.height}`}
        role="img"
        aria-label={m.on ? `the photo; ${asks[m.taps.length] ?? ''}` : 'the photo'}
        onClick={(e: React.MouseEvent<SVGSVGElement>) => {
          if (!m.on) return;
          const spot = new DOMPoint(e.clientX, e.clientY).matrixTransform(e.currentTarget.getScreenCTM()?.inverse());
          if (spot.x < 0 || spot.y < 0 || spot.x > photo.width || spot.y > photo.height) return; // beside the photo
          m.tap({ x: Math.round(spot.x), y: Math.round(spot.y) });
        }}
        sx={{
          display: 'block',
          width: '100%',
          maxHeight: '60vh',
          mt: 1,
          bgcolor: 'wash',
          touchAction: 'manipulation',
          cursor: m.on ? 'crosshair' : 'auto',
        }}
      >
        <image href={`/api/v1/runs/${run}/photos/${photo.sha256}`} width={photo.width} height={photo.height} />
        {m.on &&
          pairs.map((pair, i) => (
            <g key={i} stroke={i === 0 ? 'white' : 'var(--mui-palette-primary-main)'} strokeWidth={mark / 4} fill="none">
              {pair.length === 2 && <path d={pair.map((p, j) => `${j === 0 ? 'M' : 'L'}${p.x} ${p.y}`).join('')} />}
              {pair.map((p, j) => (
                <path key={j} d={`M${p.x - mark} ${p.y}h${2 * mark}M${p.x} ${p.y - mark}v${2 * mark}`} />
              ))}
            </g>
          ))}
      </Box>
      {!m.on ? (
        <Button
          variant="text"
          sx={{ minHeight: 48 }}
          onClick={() => {
            m.setOn(true);
          }}
        >
          measure in it
        </Button>
      ) : (
        <Box sx={{ mt: 1, display: 'grid', gap: 1 }}>
          <Box role="status" sx={{ fontSize: 'name', fontWeight: 600 }}>
            {m.data ? `It is ${m.data.length?.toFixed(1) ?? ''} ± ${m.data.doubt?.toFixed(1) ?? ''} mm.` : (asks[m.taps.length] ?? '')}
          </Box>
          <Blank label="the known thing is" value={m.known} onChange={m.setKnown} width={160} error={m.problem?.detail ?? ''} />
          <Box sx={{ fontSize: 'fine', color: 'quiet' }}>Both must lie in one plane, square to the camera.</Box>
        </Box>
      )}
    </>
  );
}
