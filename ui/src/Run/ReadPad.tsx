import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useEffect, useRef, useState } from 'react';
import { Link } from 'react-router';
import type { Gauge, HeldReading, RunView, Want } from '../api/client';
import { isPractice } from '../api/ids';
import { useSession } from '../api/useSession';
import { useStored } from '../stored';
import { Clicks } from './clicks/Clicks';
import { Pad } from './Pad';
import { OneOf } from '../parts/Toggle';
import { Doubt, GaugeBlank, Sides } from './GaugeBlank';
import { Leaves } from './Leaves';
import { unitsOf } from './units';
import { LiveLine, TypeIt } from './LiveLine';
import { shows, toldBy, useLiveGauge } from './useLiveGauge';
import { Tilt } from './Tilt';
import { canTilt, useTilt } from './useTilt';
import { useMeaning } from './useMeaning';
import type { Send } from '../api/useRun';

interface Props {
  run: string;
  want: Want;
  gauges: Gauge[];
  doubts: RunView['doubts'];
  send: Send;
  states: string;
  setStates: (s: string) => void;
  held?: HeldReading | null; // what a gauge shows that is held to it
}

/** The pad for one reading: its states, its gauge, its unit, and what the text means while it is typed. */
export function ReadPad({ run, want, gauges, doubts, send, states, setStates, held: read }: Props) {
  const draft = `draft.${run}.${want.point}`;
  const [text, setText] = useStored(draft);
  const [start, setStart] = useStored(`${draft}.start`);
  const [end, setEnd] = useStored(`${draft}.end`);
  const units = unitsOf(want);
  const [keptUnit, setUnit] = useStored(`unit.${want.quantity}.${want.instrument ?? ''}`, want.read_at ? 'mm' : want.unit);
  const unit = units.some((u) => u.id === keptUnit) ? keptUnit : want.unit;
  const [marks, setMarks] = useStored('marks');
  const [side, setSide] = useStored(`${draft}.side`);
  const [keysShown, setKeysShown] = useState(false);
  const [refused, setRefused] = useState({ field: '', says: '', of: '' });
  const leaves = want.instrument === 'feeler';
  const held = want.read_at; // where the tool may be held instead
  const elsewhere = held !== undefined && unit !== want.unit;
  const shown = elsewhere ? held.quantity : want.quantity;
  const fitting = gauges.filter((g) => g.quantity === shown);
  // each instrument is remembered by itself: whoever takes the rule for a slot does not take it for a gap
  const named = fitting.find((g) => g.kind === want.instrument) ?? (leaves ? undefined : fitting[0]); // no tape stands for a feeler
  const [kept, setGauge] = useStored(`gauge.${shown}.${want.instrument ?? ''}`, named?.id ?? '');
  const gauge = fitting.some((g) => g.id === kept) ? kept : '';

  const { state, work } = useSession().data ?? {};
  const tilt = useTilt();
  const connected = useLiveGauge(want, gauge);
  const told = tilt.told ?? connected;
  const [typing, setTyping] = useState(false); // though a gauge shows it
  const follows = shows(told) && !typing && text === '' && start === '' && end === '' ? told : undefined;
  const doubt = doubts.find((d) => d.gauge === gauge)?.says;
  const length = want.quantity === 'length';
  const byMarks = length && !leaves && !want.sides && marks !== '';
  const typed = JSON.stringify([text, start, end, byMarks, side, follows?.steady ?? follows?.held]);
  const { meaning, problem } = useMeaning(
    run,
    {
      point: want.point,
      text: follows?.steady ? follows.text : text,
      start,
      end,
      unit: follows ? follows.in : unit,
      ...(want.sides ? { side } : {}),
    },
    byMarks,
  );
  const confirmed = states === '' ? [] : states.split(' ');
  const complete = follows ? follows.steady || follows.held : byMarks ? start !== '' && end !== '' : text !== '';
  const open = want.states.filter((s) => !confirmed.includes(s.id));

  const error = problem ? problem.detail : refused.of === typed ? refused.says : '';
  const says = meaning
    ? `= ${meaning.says}${meaning.also ? ` · ${meaning.also}` : ''}`
    : byMarks && !complete
      ? 'write the start mark, then the end mark'
      : '';

  const inches = unit === 'mm' && /[/⁄½¼¾⅛⅜⅝⅞]/.test(byMarks ? start + end : text) && says.startsWith('=');
  const take = async () => {
    if (!complete) {
      setRefused({ field: 'text', says: follows ? 'hold it still for a second first' : 'write what the gauge shows first', of: typed });
      return;
    }
    const what = {
      ...(follows ? toldBy(follows) : byMarks ? { start, end, unit } : { text, unit }),
      ...(want.sides && side ? { side } : {}),
    };
    // a gauge that told it by itself is no other gauge of the workshop, whichever is chosen
    const own = follows ? (fitting.find((g) => g.id === follows.number)?.id ?? '') : gauge;
    const problemNow = await send('reading', { point: want.point, ...what, states: confirmed, gauge: own, value: 0 }, true);
    if (problemNow) {
      setRefused({ field: problemNow.field ?? '', says: problemNow.detail, of: typed });
      return;
    }
    for (const clear of [setText, setStart, setEnd, setStates, setSide]) clear('');
    setTyping(false);
  };

  const write = (h: HeldReading) => {
    setText(h.text);
    setSide(h.side ?? '');
    setUnit(h.unit ?? want.unit);
    if (h.gauge) setGauge(h.gauge);
    setMarks('');
  };

  // the button of the gauge itself takes what it shows
  const press = follows?.held && !problem ? `${follows.number} ${follows.text}` : '';
  const pressed = useRef('');
  useEffect(() => {
    if (press !== '' && pressed.current !== press) void take();
    pressed.current = press;
    // what it takes is what it shows as it is pressed
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [press]);

  return (
    <Pad
      label={byMarks ? `${want.name}, end mark` : want.name}
      by={!follows && fitting.length > 0 && <GaugeBlank gauges={fitting} value={gauge} onChange={setGauge} />}
      value={follows ? follows.text : byMarks ? end : text}
      onChange={(t) => {
        const own = follows && t.startsWith(follows.text) ? t.slice(follows.text.length) : t; // a key begins anew
        if (byMarks) setEnd(own);
        else setText(own);
      }}
      onTake={() => void take()}
      says={inches ? `inches: ${says}` : says}
      loud={inches}
      error={error}
      take="Take the reading"
      ready={complete && !error && open.length === 0}
      instead={
        follows ? (
          <TypeIt
            onType={() => {
              setTyping(true);
            }}
          />
        ) : leaves && shown === 'length' && !keysShown ? (
          <Leaves
            onTake={setText}
            onKeys={() => {
              setKeysShown(true);
            }}
          />
        ) : undefined
      }
      unit={
        units.length > 1 ? (
          <OneOf label="unit" options={units} value={unit} onChange={setUnit} />
        ) : (
          <Box sx={{ fontSize: 'name', color: 'quiet' }}>{want.unit_says}</Box>
        )
      }
      above={
        <>
          {told && <LiveLine gauge={told} followed={follows !== undefined} />}
          {read?.point === want.point && read.text !== text && (
            <Button
              type="button"
              sx={{ justifySelf: 'start', minHeight: 48, py: 0.5, fontSize: 'text' }}
              onClick={() => {
                write(read);
              }}
            >
              it shows {read.text} {read.unit ?? want.unit_says}: write it
            </Button>
          )}
          {want.sides && <Sides of={want.sides} value={side} onChange={setSide} />}
          {byMarks && (
            <Box sx={{ display: 'flex', alignItems: 'center', gap: 1, fontSize: 'text' }}>
              <label htmlFor="start-mark">start mark</label>
              <Box
                component="input"
                id="start-mark"
                value={start}
                onChange={(e) => {
                  setStart(e.target.value);
                }}
                autoComplete="off"
                sx={{
                  font: 'inherit',
                  fontSize: 'head',
                  fontWeight: 600,
                  width: '100%',
                  minHeight: 44,
                  px: 1,
                  bgcolor: 'sheet',
                  color: 'text.primary',
                  border: '1.5px solid',
                  borderColor: refused.field === 'body.start' && refused.of === typed ? 'error.main' : 'text.primary',
                }}
              />
            </Box>
          )}
        </>
      }
    >
      {shown === 'count' && !isPractice(run) && <Clicks run={run} onCount={setText} />}
      {shown === 'angle' && canTilt() && <Tilt tilt={tilt} />}
      {doubt && <Doubt>{doubt}</Doubt>}
      {held && <Box sx={{ fontSize: 'note' }}>{elsewhere ? `As it is ${held.says}.` : `Or ${held.says}: choose its unit.`}</Box>}
      {state === 'in' && work && !isPractice(run) && (
        <Button variant="text" component={Link} to={`/run/${run}/logged`} sx={{ alignSelf: 'flex-start', ml: -1, minHeight: 40, py: 0 }}>
          from a table
        </Button>
      )}
      {length && !leaves && !want.sides && (
        <Button
          type="button"
          variant="text"
          sx={{ justifySelf: 'start', minHeight: 40, py: 0 }}
          onClick={() => {
            setMarks(marks ? '' : 'yes');
          }}
        >
          {byMarks ? 'as one number' : 'as two marks on the tape'}
        </Button>
      )}
    </Pad>
  );
}
