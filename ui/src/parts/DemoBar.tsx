import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { leaveDemo } from '../api/demo';
import { useSession } from '../api/useSession';

/** On every screen of the demo workshop: that it is one, and the way out. */
export function DemoBar() {
  const here = useSession().data?.demo === 'here';
  const [going, setGoing] = useState(false);
  if (!here) return null;
  return (
    <Box
      component="section"
      aria-label="Demo workshop"
      sx={{
        display: 'flex',
        alignItems: 'center',
        columnGap: 2,
        px: { xs: 1.5, md: 2.75 },
        bgcolor: 'primary.main',
        color: 'background.default',
        fontSize: 'note',
        fontWeight: 600,
      }}
    >
      <Box>
        Demo workshop
        <Box component="span" sx={{ fontWeight: 500, display: { xs: 'none', sm: 'inline' } }}>
          {': nothing here is yours, and nothing stays. Everybody’s PIN is 2468.'}
        </Box>
      </Box>
      <Button
        variant="text"
        disabled={going}
        sx={{ ml: 'auto', color: 'inherit', minHeight: 44 }}
        onClick={() => {
          setGoing(true);
          void leaveDemo();
        }}
      >
        leave it
      </Button>
    </Box>
  );
}
