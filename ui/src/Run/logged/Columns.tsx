import Box from '@mui/material/Box';
import type { Logged, LoggedColumns } from '../../api/client';
import { Choose } from '../../parts/Choose';

/** What the columns of a table are, as they seem to be until somebody says otherwise. */
export function Columns({ table, onSay }: { table: Logged; onSay: (c: LoggedColumns) => void }) {
  const { guess } = table;
  const columns = table.columns.map((c) => ({ id: c.name, name: c.sample ? `${c.name} (${c.sample})` : c.name }));
  const columnOr = (all: string) => columns.map((c) => ({ ...c, id: `in ${c.id}`, group: all }));
  const say = (part: Partial<LoggedColumns>) => {
    onSay({ ...guess, ...part });
  };
  const name = (id: string) => table.points.find((p) => p.id === id)?.name ?? id;
  const called = (text: string, point: string) => [point, name(point)].some((one) => one.toLowerCase() === text.toLowerCase());
  const asked = table.labels.filter((l) => !called(l.text, l.point)); // of the others nothing is to be said
  return (
    <Box
      component="section"
      aria-label="columns"
      sx={{ display: 'grid', gridTemplateColumns: { xs: '1fr', sm: '1fr 1fr', md: 'repeat(3, 1fr)' }, gap: 1.5 }}
    >
      <Choose
        label="the reading is in"
        value={guess.value}
        none="say in which column"
        options={columns}
        onChange={(value) => {
          say({ value });
        }}
      />
      <Choose
        label="its point"
        value={guess.point ? `in ${guess.point}` : (guess.one ?? '')}
        none="say of which point"
        options={[...table.points.map((p) => ({ id: p.id, name: p.name, group: 'every line is of' })), ...columnOr('stands in the column')]}
        onChange={(v) => {
          if (v.startsWith('in ')) say({ point: v.slice(3), one: '', points: {} });
          else say({ point: '', one: v });
        }}
      />
      <Choose
        label="its unit"
        value={guess.unit ? `in ${guess.unit}` : (guess.one_unit ?? '')}
        none="as it stands there, else that of the point"
        options={[...table.units.map((u) => ({ id: u, name: u, group: 'every line is in' })), ...columnOr('stands in the column')]}
        onChange={(v) => {
          if (v.startsWith('in ')) say({ unit: v.slice(3), one_unit: '' });
          else say({ unit: '', one_unit: v });
        }}
      />
      <Choose
        label="the gauge"
        value={guess.gauge ?? ''}
        none="not said"
        options={columns}
        onChange={(gauge) => {
          say({ gauge });
        }}
      />
      <Choose
        label="when it was logged"
        value={guess.at ?? ''}
        none="not said"
        options={columns}
        onChange={(at) => {
          say({ at });
        }}
      />
      {asked.map((l) => (
        <Choose
          key={l.text}
          label={`“${l.text}” in ${l.lines === 1 ? 'one line' : `${l.lines} lines`} is`}
          value={l.point}
          none="left out"
          options={table.points.map((p) => ({ id: p.id, name: name(p.id) }))}
          onChange={(point) => {
            say({ points: { ...guess.points, [l.text]: point } });
          }}
        />
      ))}
    </Box>
  );
}
