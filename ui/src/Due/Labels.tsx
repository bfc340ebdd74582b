import Box from '@mui/material/Box';

const sheets = [
  ['A4', 'A4, 24 to a sheet'],
  ['Letter', 'Letter, 30 to a sheet'],
  ['single', 'one by one, for a label printer'],
] as const;

/** A label for every machine and cable: its square opens on a phone what is to be done there. */
export function Labels() {
  return (
    <Box component="section" aria-label="Labels" sx={{ mt: 2.5, fontSize: 'text' }}>
      <Box component="h2" sx={{ m: 0, fontSize: 'plain', fontWeight: 600 }}>
        Labels to stick on
      </Box>
      <Box>A square for every machine and cable: a phone that looks at it opens what is to be done there.</Box>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 2.5, '& a': { color: 'text.primary', py: 1.5 } }}>
        {sheets.map(([size, says]) => (
          <a key={size} href={`/api/v1/labels.pdf?paper=${size}`} target="_blank" rel="noreferrer">
            {says}
          </a>
        ))}
      </Box>
    </Box>
  );
}
