import Box from '@mui/material/Box';

interface Option {
  id: string;
  name: string;
  group?: string;
}

/** One of several under a label, in groups where they are of more than one sort. */
export function Choose({
  label,
  value,
  none,
  options,
  onChange,
}: {
  label: string;
  value: string;
  none: string;
  options: Option[];
  onChange: (id: string) => void;
}) {
  const groups = [...new Set(options.map((o) => o.group ?? ''))];
  const list = (group: string) =>
    options
      .filter((o) => (o.group ?? '') === group)
      .map((o) => (
        <option key={o.id} value={o.id}>
          {o.name}
        </option>
      ));
  return (
    <Box component="label" sx={{ display: 'grid', fontSize: 'note', color: 'quiet', minWidth: 0, alignContent: 'start' }}>
      {label}
      <Box
        component="select"
        value={value}
        onChange={(e: React.ChangeEvent<HTMLSelectElement>) => {
          onChange(e.target.value);
        }}
        sx={{
          font: 'inherit',
          fontSize: 'text',
          fontWeight: value ? 600 : 400,
          minHeight: 48,
          width: '100%',
          px: 1,
          bgcolor: 'sheet',
          color: 'text.primary',
          border: '1.5px solid',
          borderColor: 'text.primary',
          borderRadius: 0,
        }}
      >
        <option value="">{none}</option>
        {groups.map((g) =>
          g ? (
            <optgroup key={g} label={g}>
              {list(g)}
            </optgroup>
          ) : (
            list(g)
          ),
        )}
      </Box>
    </Box>
  );
}
