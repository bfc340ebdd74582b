import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { useProblem } from '../parts/useProblem';
import { Blank } from '../parts/Blank';
import { useSigning } from '../api/useSession';

/** One's own password and PIN; the password of now proves who asks. */
export function OwnSecrets() {
  const [open, setOpen] = useState(false);
  const [now, setNow] = useState('');
  const [password, setPassword] = useState('');
  const [pin, setPin] = useState('');
  const { at, rest, setProblem } = useProblem();
  const [said, setSaid] = useState('');
  const { secrets } = useSigning();
  const send = async () => {
    const p = await secrets(now, password, pin);
    setProblem(p);
    if (!p) {
      setOpen(false);
      setNow('');
      setPassword('');
      setPin('');
      setSaid('Changed. Your other devices are signed out when the password changed.');
    }
  };
  if (!open)
    return (
      <Box sx={{ mt: 2 }}>
        <Button
          variant="text"
          onClick={() => {
            setOpen(true);
            setSaid('');
          }}
        >
          my password and PIN
        </Button>
        <Box role="status" sx={{ fontSize: 'text' }}>
          {said}
        </Box>
      </Box>
    );
  return (
    <Box
      component="form"
      noValidate
      aria-label="my password and PIN"
      onSubmit={(e) => {
        e.preventDefault();
        void send();
      }}
      sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 2, alignItems: 'center', bgcolor: 'sheet', p: 1.5, mt: 2 }}
    >
      <Blank label="password of now" value={now} onChange={setNow} width={220} secret error={at('now')} />
      <Blank label="new password, or empty" value={password} onChange={setPassword} width={220} secret error={at('password')} />
      <Blank label="new PIN, or empty" value={pin} onChange={setPin} width={150} secret figures error={at('pin')} />
      <Button type="submit" sx={{ minHeight: 48, py: 0 }}>
        Change
      </Button>
      <Button
        variant="text"
        onClick={() => {
          setOpen(false);
        }}
      >
        leave it
      </Button>
      {rest()}
    </Box>
  );
}
