import { useQuery } from '@tanstack/react-query';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { api, answered, problemIn, type RunView } from '../api/client';
import { Finding } from '../parts/Finding';
import { useStored } from '../stored';
import { Blank } from '../parts/Blank';
import { Row, useAsk } from './panels';
import { OneOf } from '../parts/Toggle';
import type { Send } from '../api/useRun';
import { keys } from '../api/keys';
import { readDay } from '../days';

/** Which sheet applies, and why; a serial outside every range is told so and gets no figures. */
export function IdentifyPanel({ run, send }: { run: RunView; send: Send }) {
  const [serial, setSerial] = useStored(`draft.${run.id}.serial`, run.unit?.serial);
  const [hand, setHand] = useStored(`draft.${run.id}.hand`, run.unit?.hand ?? 'standard');
  const [variant, setVariant] = useStored(`draft.${run.id}.variant`, run.unit?.variant ?? 'none');
  const [cable, setCable] = useStored(`draft.${run.id}.cable`, ''); // as its sheets call it
  const { ask, at } = useAsk(send);
  const query = { serial, hand, variant: variant === 'none' ? '' : variant, cable };
  const which = useQuery({
    queryKey: keys.which(run.id, query),
    meta: { told: 'problem' },
    retry: false,
    queryFn: () => answered(api.GET('/api/v1/runs/{run}/which', { params: { path: { run: run.id }, query } })),
  });
  const read = serial.trim() !== '';
  const found = read || which.data?.sheet ? which.data : undefined; // a sheet for every number asks for none
  return (
    <>
      <Row>
        <Blank
          label="serial on the plate"
          value={serial}
          onChange={setSerial}
          width={220}
          error={at('serial') || (read ? (problemIn(which.error)?.detail ?? '') : '')}
        />
        {run.handed && (
          <Box>
            <Box sx={{ fontSize: 'note', color: 'quiet' }}>hand of rotation</Box>
            <OneOf
              label="hand of rotation"
              options={[
                { id: 'standard', name: 'standard' },
                { id: 'counter', name: 'counter' },
              ]}
              value={hand}
              onChange={setHand}
            />
          </Box>
        )}
        {run.variants.length > 0 && (
          <Box>
            <Box sx={{ fontSize: 'note', color: 'quiet' }}>what is fitted</Box>
            <OneOf
              label="variant"
              options={[{ id: 'none', name: 'the usual' }, ...run.variants.map((v) => ({ id: v, name: v }))]}
              value={variant}
              onChange={setVariant}
            />
          </Box>
        )}
      </Row>
      {found?.took_out && (
        <Finding>
          The log took {serial.trim()} out on {readDay(found.took_out.on)}, and {found.took_out.now} went in. Read the plate again.
        </Finding>
      )}
      {found &&
        (found.sheet ? (
          <Box sx={{ mt: 2.5 }}>
            <Box sx={{ fontSize: 'head', fontWeight: 600 }}>
              Sheet {found.sheet} applies: {found.why}.
            </Box>
            <Box sx={{ color: 'quiet' }}>{found.source}</Box>
            {!found.led && <Finding>No run can be led by this sheet yet: work by it by hand.</Finding>}
            {found.neighbours.length > 0 && (
              <Box sx={{ mt: 1.5, fontSize: 'text' }}>
                <Box sx={{ fontWeight: 600 }}>Not yours:</Box>
                {found.neighbours.map((n) => (
                  <Box key={n.sheet}>
                    sheet {n.sheet}, {n.says}
                  </Box>
                ))}
              </Box>
            )}
          </Box>
        ) : found.choices.length > 0 ? (
          <Box sx={{ mt: 2.5, fontSize: 'text' }}>
            <Box sx={{ fontSize: 'head', fontWeight: 600 }}>Several sheets fit: say above which part is fitted.</Box>
            {found.choices.map((n) => (
              <Box key={n.sheet}>
                sheet {n.sheet}, {n.says}
              </Box>
            ))}
          </Box>
        ) : (
          <Finding>No sheet applies: {found.why}.</Finding>
        ))}
      {found && (found.elsewhere.length > 0 || cable !== '') && (
        <Box sx={{ mt: 2 }}>
          <Box sx={{ fontWeight: 600 }}>No sheet calls it “{run.cable}”. Is it one of these?</Box>
          <OneOf
            label="which cable"
            options={[
              { id: '', name: 'none of these' },
              ...(found.elsewhere.length > 0 ? found.elsewhere : [{ cable, sheet: found.sheet, says: '' }]).map((e) => ({
                id: e.cable,
                name: `${e.cable}: sheet ${e.sheet}`,
              })),
            ]}
            value={cable}
            onChange={setCable}
          />
        </Box>
      )}
      <Row>
        <Button
          variant={found?.sheet ? 'contained' : 'outlined'}
          disabled={
            (!read && !found?.sheet) || which.isLoading || (found?.choices.length ?? 0) > 0 || (found?.sheet !== '' && found?.led === false)
          }
          onClick={() => void ask('identified', { serial, hand, variant: query.variant, cable, sure: !!found?.took_out })}
        >
          {found?.took_out
            ? 'It is on the plate all the same'
            : found && !found.sheet
              ? 'Write it down all the same'
              : read
                ? 'This is the plate'
                : 'This is the sheet'}
        </Button>
      </Row>
    </>
  );
}
