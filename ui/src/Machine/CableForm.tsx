import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import type { Library, Machine } from '../api/client';
import { Blank } from '../parts/Blank';

type Cable = Machine['cables'][number];

/** One cable of a card: its name, its kind of rig, its chain of parts. */
export function CableForm({
  no,
  cable,
  families,
  names,
  chain,
  at,
  onCable,
  onChain,
  onOut,
}: {
  no: number;
  cable: Cable;
  families: Library['families'];
  names: string[]; // that sheets of its kind of rig have for it
  chain: string; // as typed
  at: (field: string) => string;
  onCable: (change: Partial<Cable>) => void;
  onChain: (text: string) => void;
  onOut: () => void;
}) {
  return (
    <Box
      sx={{
        display: 'flex',
        flexWrap: 'wrap',
        columnGap: 2,
        alignItems: 'flex-start',
        borderLeft: '3px solid',
        borderColor: 'divider',
        pl: 2,
        mb: 1,
      }}
    >
      <Box>
        <Box component="label" htmlFor={`family-${no}`} sx={{ display: 'block', fontSize: 'note', color: 'quiet' }}>
          kind of rig
        </Box>
        <Box
          component="select"
          id={`family-${no}`}
          value={cable.family}
          onChange={(e: React.ChangeEvent<HTMLSelectElement>) => {
            onCable({ family: e.target.value });
          }}
          sx={{
            font: 'inherit',
            fontSize: 'plain',
            minHeight: 48,
            px: 1,
            border: '2px solid',
            borderColor: at(`cables[${no}].family`) ? 'error.main' : 'text.primary',
            bgcolor: 'sheet',
            color: 'text.primary',
            maxWidth: 280,
          }}
        >
          <option value="">…</option>
          {families.map((f) => (
            <option key={f.id} value={f.id}>
              {f.name}
            </option>
          ))}
        </Box>
        <Box role={at(`cables[${no}].family`) ? 'alert' : undefined} sx={{ fontSize: 'note', fontWeight: 500, color: 'error.main' }}>
          {at(`cables[${no}].family`)}
        </Box>
      </Box>
      <Blank
        label="cable"
        value={cable.name}
        list={`names-${no}`}
        onChange={(name) => {
          onCable({ name });
        }}
        width={240}
        error={at(`cables[${no}].name`)}
      />
      <datalist id={`names-${no}`}>
        {names.map((n) => (
          <option key={n} value={n} />
        ))}
      </datalist>
      <Blank label="chain: role = part, a part a line" value={chain} onChange={onChain} width={340} lines={2} />
      <Button variant="text" sx={{ mt: 2.5 }} aria-label={`take out cable ${no + 1}`} onClick={onOut}>
        ✕
      </Button>
    </Box>
  );
}
