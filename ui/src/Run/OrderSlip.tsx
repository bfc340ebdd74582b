import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { Link } from 'react-router';
import type { Order } from '../api/client';
import { papers } from '../parts/papers';

/** What to order, as measured here, so that nobody crawls under it again to find out. */
export function OrderSlip({ run, order, waiting }: { run: string; order: Order; waiting: boolean }) {
  const { against } = order;
  return (
    <>
      {against && (
        <Box component="section" aria-label="Why no setting serves" sx={{ mt: 2, fontSize: 'plain' }}>
          <Said title={against.windows.length > 1 ? 'These cannot be met together:' : 'No setting meets this:'} list={against.windows} />
          <Said title="One part would allow it:" list={against.cures} />
        </Box>
      )}
      <Box component="details" open={waiting} sx={{ mt: 2.5, borderTop: '1px solid', borderColor: 'divider', pt: 1 }}>
        <Box component="summary" sx={{ minHeight: 40, fontSize: 'plain', fontWeight: 600, cursor: 'pointer' }}>
          To order: {order.part}
        </Box>
        <Fields list={order.what} strong />
        <Fields list={order.lines} />
        <Said title="Before it is fitted:" list={order.prepare} />
        <Box sx={{ mt: 1.5, display: 'flex', flexWrap: 'wrap', gap: 1.5 }}>
          <Button component={Link} to={`/routing?run=${run}`}>
            Work out a cable’s length
          </Button>
          {papers.map((size) => (
            <Button key={size} href={`/api/v1/runs/${run}/order.pdf?paper=${size}`} target="_blank" rel="noreferrer">
              Slip, {size}
            </Button>
          ))}
        </Box>
      </Box>
    </>
  );
}

function Said({ title, list }: { title: string; list: string[] }) {
  return list.length > 0 ? (
    <>
      <Box sx={{ fontWeight: 600, mt: 1 }}>{title}</Box>
      <Box component="ul" sx={{ m: 0, pl: 3 }}>
        {list.map((one) => (
          <li key={one}>{one}</li>
        ))}
      </Box>
    </>
  ) : null;
}

function Fields({ list, strong = false }: { list: Order['lines']; strong?: boolean }) {
  return (
    <Box
      component="dl"
      sx={{ display: 'grid', gridTemplateColumns: 'minmax(90px, 170px) 1fr', columnGap: 1.5, rowGap: 0.4, m: 0, fontSize: 'text' }}
    >
      {list.map((l, i) => [
        <Box component="dt" key={`${i}t`} sx={{ color: 'quiet' }}>
          {l.name}
        </Box>,
        <Box component="dd" key={`${i}d`} sx={{ m: 0, fontWeight: strong ? 600 : 400 }}>
          {l.text}
        </Box>,
      ])}
    </Box>
  );
}
