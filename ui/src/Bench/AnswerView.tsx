import Box from '@mui/material/Box';
import type { Worked } from '../api/client';
import { DrawingView } from './DrawingView';

const colour: Record<string, string> = { good: 'success.main', bad: 'error.main', look: 'primary.main' };
const glyph: Record<string, string> = { good: '✓', bad: '✕', look: '!' };

/** What came out, in words and drawn; or what is still needed. */
export function AnswerView({ worked, children }: { worked: Worked; children?: React.ReactNode }) {
  const { answer } = worked;
  return (
    <Box
      component="section"
      aria-label="Answer"
      sx={{
        gridArea: 'answer',
        px: { xs: 2, md: 3 },
        py: 2,
        mb: { xs: 2, lg: 0 },
        bgcolor: 'sheet',
        borderLeft: { lg: '1px solid' },
        borderTop: { xs: '2px solid', lg: 'none' },
        borderColor: { xs: 'text.primary', lg: 'divider' },
      }}
    >
      <Box sx={{ position: { lg: 'sticky' }, top: 16 }}>
        <Box aria-live="polite">
          {worked.example && (
            <Box sx={{ fontSize: 'note', color: 'quiet', fontStyle: 'italic' }}>An example. Write your own figures into the blanks.</Box>
          )}
          {answer ? (
            <>
              <Box
                sx={{
                  display: 'flex',
                  gap: 1.25,
                  fontSize: 'title',
                  fontWeight: 600,
                  lineHeight: 1.2,
                  my: 0.5,
                }}
              >
                {answer.mark && (
                  <Box component="span" aria-hidden="true" sx={{ color: colour[answer.mark] }}>
                    {glyph[answer.mark]}
                  </Box>
                )}
                <span>{answer.says}</span>
              </Box>
              {answer.also.map((s) => (
                <Box key={s} sx={{ fontSize: 'plain', mt: 0.5 }}>
                  {s}
                </Box>
              ))}
            </>
          ) : (
            <Box sx={{ fontSize: 'head', fontWeight: 500, color: 'quiet' }}>{worked.says}</Box>
          )}
        </Box>
        {children}
        {answer && (
          <Box sx={{ minWidth: 0, mt: 2 }}>
            <DrawingView drawing={answer.drawing} says={answer.says} />
          </Box>
        )}
      </Box>
    </Box>
  );
}
