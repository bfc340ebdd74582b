import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import type { ReactNode } from 'react';
import { Link, NavLink, useNavigate } from 'react-router';
import { useSession } from '../api/useSession';
import { DemoBar } from './DemoBar';
import { Keys } from './Keys';
import { Moment } from './Moment';
import { GloveSwitch, LampSwitch } from './Switches';
import { Unanswered } from './Unanswered';
import { useHeld } from './useHeld';

const rooms = [
  ['/', 'Bays'],
  ['/bench', 'Bench'],
  ['/whatif', 'What if'],
  ['/trouble', 'Trouble'],
  ['/practice', 'Practice'],
  ['/sheets', 'Sheets'],
  ['/people', 'People'],
] as const;

/** The ways from room to room; the one we are in is written strong. */
function Rooms() {
  return (
    <Box
      component="nav"
      aria-label="rooms"
      sx={{
        display: 'flex',
        order: { xs: 1, sm: 0 }, // a line of its own on a phone
        flexBasis: { xs: '100%', sm: 'auto' },
        gap: { xs: 0, md: 1 },
        justifyContent: { xs: 'space-between', sm: 'flex-start' },
        minWidth: 0,
        flexWrap: { xs: 'wrap', sm: 'nowrap' },
        '& a': {
          color: 'quiet',
          textDecoration: 'none',
          fontSize: { xs: 'fine', sm: 'plain' },
          fontWeight: 500,
          minHeight: 44,
          px: { xs: 0.4, sm: 0.6, md: 1 },
          display: 'inline-flex',
          alignItems: 'center',
          whiteSpace: 'nowrap',
        },
        '& a[aria-current=page]': {
          color: 'text.primary',
          fontWeight: 600,
          boxShadow: 'inset 0 -3px var(--mui-palette-text-primary)',
        },
      }}
    >
      {rooms.map(([to, name]) => (
        <NavLink key={to} to={to} end={to === '/'}>
          {name}
        </NavLink>
      ))}
    </Box>
  );
}

/** The head of every screen: what this is about, what must be seen, who is at the bench. */
export function Head({
  title,
  tab = title,
  about,
  children,
  rooms: between = false,
  home = true,
}: {
  title: string;
  tab?: string; // of the browser
  about?: string;
  children?: ReactNode;
  rooms?: boolean;
  home?: boolean;
}) {
  const session = useSession().data;
  const who = session?.person?.name ?? '';
  const guest = session?.state === 'guest';
  const go = useNavigate();
  return (
    <>
      <DemoBar />
      <Box
        component="header"
        sx={{
          display: 'flex',
          alignItems: 'center',
          gap: { xs: 1, md: 2 },
          px: { xs: 1.5, md: 2.75 },
          minHeight: 54,
          py: { xs: 0.5, md: 0 },
          borderBottom: '2px solid',
          borderColor: 'text.primary',
          flexWrap: 'wrap',
        }}
      >
        <title>{tab === 'Brankel' ? tab : `${tab} · Brankel`}</title>
        {!between && home && (
          <Button
            variant="text"
            onClick={() => {
              void go('/');
            }}
            sx={{ ml: -1 }}
          >
            Bays
          </Button>
        )}
        <Box
          component="h1"
          sx={{
            fontSize: 'head',
            fontWeight: 600,
            m: 0,
            order: { xs: between ? 0 : 1, md: 0 },
            width: { xs: between ? 'auto' : '100%', md: 'auto' },
          }}
        >
          {title}
        </Box>
        {between && <Rooms />}
        {about && (
          <Box
            sx={{
              color: 'quiet',
              fontSize: 'note',
              lineHeight: 1.2,
              flex: between ? '1 1 0' : '1 1 260px',
              ...(between && { minWidth: 0, overflow: 'hidden', textOverflow: 'ellipsis', whiteSpace: 'nowrap' }), // one line at 1280
              display: { xs: 'none', md: 'block' },
            }}
          >
            {about}
          </Box>
        )}
        <Box
          sx={{
            ml: 'auto',
            display: 'flex',
            '& .MuiButton-text': { minWidth: 44 },
            flexWrap: { xs: 'wrap', sm: 'nowrap' },
            justifyContent: 'flex-end',
            alignItems: 'center',
            gap: 1,
          }}
        >
          {children}
          {session?.shows && ( // on a phone among the rooms there is no room for it
            <Box sx={{ display: { xs: between ? 'none' : 'block', sm: 'block' }, fontSize: 'note', fontWeight: 600, whiteSpace: 'nowrap' }}>
              only shows
            </Box>
          )}
          <Box sx={{ display: { xs: between ? 'none' : 'block', sm: 'block' } }}>
            <GloveSwitch />
          </Box>
          <LampSwitch />
          {guest && <Box sx={{ fontSize: 'text', fontWeight: 600 }}>{who}</Box>}
          {who && !guest && (
            <Button
              variant="text"
              onClick={() => {
                void go('/who');
              }}
              title="somebody else is at the bench now"
            >
              {who}
            </Button>
          )}
        </Box>
      </Box>
      <Unanswered />
      <Moment />
    </>
  );
}

/** How many entries this device holds, on every screen: what was entered is seen until it has arrived. */
function HeldCount() {
  const { waits, refused } = useHeld();
  const inside = useSession().data?.state === 'in';
  if (waits + refused === 0) return null;
  const says = [refused > 0 ? `${refused} not taken` : '', waits > 0 ? `${waits} kept here` : ''].filter(Boolean).join(', ');
  const look = { fontWeight: 600, py: 1.25, px: 0.5, color: refused > 0 ? 'error.main' : 'text.primary' };
  return inside ? (
    <Box component={Link} to="/held" sx={look}>
      {refused > 0 ? '■ ' : ''}
      {says}
    </Box>
  ) : (
    <Box sx={look}>
      {refused > 0 ? '■ ' : ''}
      {says}
    </Box>
  );
}

/** Who decides: on every screen, at its foot. */
export const lasting = 'The maker’s manual and the licensed person decide.';

export function Foot({ children, elsewhere = false }: { children?: ReactNode; elsewhere?: boolean }) {
  return (
    <Box
      component="footer"
      sx={{
        display: 'flex',
        flexWrap: 'wrap',
        alignItems: 'center',
        columnGap: 1,
        px: { xs: 1.5, md: 2.75 },
        minHeight: 34,
        borderTop: '1px solid',
        borderColor: 'divider',
        fontSize: 'fine',
      }}
    >
      <HeldCount />
      {children}
      <Keys />
      <Box sx={{ ml: 'auto', color: 'quiet', py: 0.5, fontSize: 'fine', display: elsewhere ? { lg: 'none' } : 'block' }}>{lasting}</Box>
    </Box>
  );
}
