import Box from '@mui/material/Box';
import type { ReactNode } from 'react';
import { useWidth } from '../useWidth';

/** The paper of a drawing: its lettering keeps its size, the drawing gets the width there is. */
export function Sheet({
  height,
  says,
  children,
}: {
  height: number | ((width: number) => number);
  says: string;
  children: (width: number, height: number) => ReactNode;
}) {
  const [ref, width] = useWidth<HTMLDivElement>(420);
  const h = typeof height === 'number' ? height : height(width);
  return (
    <Box ref={ref} sx={{ minWidth: 0, overflow: 'hidden' }}>
      <svg width={width} height={h} role="img" aria-label={says} style={{ display: 'block' }}>
        {children(width, h)}
      </svg>
    </Box>
  );
}
