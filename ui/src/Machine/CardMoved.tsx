import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import type { CardNow } from '../api/client';

/** A card that somebody else changed while it was written: where the two differ, and which of them stands. */
export function CardMoved({ card, onMine, onTheirs }: { card: CardNow; onMine: () => void; onTheirs: () => void }) {
  return (
    <Box
      ref={(e: HTMLElement | null) => {
        e?.scrollIntoView({ block: 'center' });
      }}
      role="alert"
      aria-label="Two cards"
      sx={{ border: '4px solid', borderColor: 'error.main', px: 2, py: 1.25, my: 2, fontSize: 'plain' }}
    >
      <Box sx={{ fontWeight: 600 }}>Somebody else changed this card while you wrote. Which stands?</Box>
      <Box component="ul" sx={{ m: 0, mt: 0.5, pl: 2.5 }}>
        {card.differs.map((text) => (
          <li key={text}>{text}</li>
        ))}
      </Box>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1.5, mt: 1.25 }}>
        <Button variant="contained" onClick={onMine}>
          Mine, over theirs
        </Button>
        <Button onClick={onTheirs}>Theirs: leave mine</Button>
      </Box>
    </Box>
  );
}
