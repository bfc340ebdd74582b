import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { api, type Problem } from '../../api/client';
import { useChange } from '../../api/ask';
import { Blank } from '../../parts/Blank';
import { Finding } from '../../parts/Finding';
import { Foot, Head } from '../../parts/Frame';
import { useSession } from '../../api/useSession';
import { useStored } from '../../stored';

/** Where second hands come in: by the code, or by the link of the square; with a name when there is no account. */
export function JoinScreen() {
  const session = useSession().data;
  const change = useChange<{ run: string }>((_, client) => client.invalidateQueries());
  const go = useNavigate();
  const token = window.location.hash.slice(1);
  const [code, setCode] = useState('');
  const [name, setName] = useStored('guest.name');
  const [problem, setProblem] = useState<Problem | null>(null);
  const signedIn = session?.state === 'in';
  const join = async () => {
    const body = { ...(token ? { token } : { code }), ...(signedIn ? {} : { name }) };
    const { data, problem } = await change(() => api.POST('/api/v1/hands/join', { body }));
    setProblem(problem ?? null);
    if (data) await go(`/run/${data.run}/hands`, { replace: true });
  };
  const at = (field: string) => (problem?.field === field ? problem.detail : '');
  return (
    <Box sx={{ minHeight: '100dvh', display: 'flex', flexDirection: 'column' }}>
      <Head title="Brankel" tab="Second hands" home={signedIn} />
      <Box component="main" sx={{ flex: 1, px: { xs: 2, md: 5 }, py: { xs: 3, md: 6 } }}>
        <Box component="h2" sx={{ m: 0, fontSize: 'large', fontWeight: 600, lineHeight: 1.15 }}>
          Second hands
        </Box>
        <Box sx={{ fontSize: 'name', maxWidth: 560, mt: 1 }}>
          {token ? 'One more thing before you take the other end.' : 'The code stands on the phone at the other end of the cable.'}
        </Box>
        <Box
          component="form"
          noValidate
          onSubmit={(e) => {
            e.preventDefault();
            void join();
          }}
          sx={{ display: 'flex', flexDirection: 'column', alignItems: 'flex-start', gap: 2, mt: 2 }}
        >
          {!token && <Blank label="the code" value={code} onChange={setCode} width={240} figures autoFocus error={at('code')} />}
          {!signedIn && <Blank label="your name" value={name} onChange={setName} width={320} autoFocus={token !== ''} error={at('name')} />}
          <Button type="submit" variant="contained" sx={{ minHeight: 64 }}>
            Take the other end
          </Button>
          {problem && at('code') + at('name') === '' && <Finding>{problem.detail}</Finding>}
          {token && at('code') !== '' && <Finding>{at('code')}</Finding>}
        </Box>
        {!signedIn && (
          <Box sx={{ mt: 2, fontSize: 'text', color: 'quiet', maxWidth: 560 }}>
            What you read and turn stands on the record under this name. You can do nothing else here.
          </Box>
        )}
      </Box>
      <Foot />
    </Box>
  );
}
