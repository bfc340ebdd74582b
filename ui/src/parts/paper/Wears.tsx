import Button from '@mui/material/Button';
import { Part, Row } from './layout';
import { list, usePaper } from './paper';

/** What wears on rigs of this family and is not asked yet: a tap puts it on the sheet. */
export function Wears() {
  const { sheet, set, wears } = usePaper();
  const asked = list(sheet.checks);
  const open = list(wears).filter((w) => !asked.some((c) => c.id === w.id)); // the server answers a moment later
  if (!set || open.length === 0) return null;
  return (
    <Part title="What wears here, and is not asked yet">
      {open.map((w) => (
        <Row key={w.id} head={w.name}>
          {w.ask}{' '}
          <Button
            variant="outlined"
            sx={{ minHeight: 44, py: 0 }}
            onClick={() => {
              set(['checks', asked.length], w);
            }}
          >
            ask it{w.each ? ' at each place' : ''}
          </Button>
        </Row>
      ))}
    </Part>
  );
}
