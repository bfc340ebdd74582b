import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import type { Problem, Role } from '../api/client';
import { useProblem } from '../parts/useProblem';
import { Blank } from '../parts/Blank';
import { OneOf } from '../parts/Toggle';
import { Row } from './Row';
import { useKeeping, usePeople } from '../api/usePeople';

const roles = (['mechanic', 'inspector', 'lead', 'read-only'] as Role[]).map((r) => ({ id: r, name: r }));
/** Everybody, with what they may do; a lead changes it. */
export function Staff({ manage }: { manage: boolean }) {
  const { data } = usePeople();
  const [open, setOpen] = useState('');
  return (
    <Box component="section" aria-label="People">
      <Box component="h1" sx={{ m: 0, mb: 1, fontSize: 'title', fontWeight: 600 }}>
        People
      </Box>
      {data?.map((p) => (
        <Row
          key={p.id}
          name={p.name}
          says={
            <>
              <b>{p.role}</b> · may {p.may}
              {p.pin ? ' · PIN' : ''}
            </>
          }
          open={open === p.id}
          {...(manage && {
            onChange: () => {
              setOpen(open === p.id ? '' : p.id);
            },
          })}
        >
          <ChangePerson
            id={p.id}
            name={p.name}
            role={p.role}
            onDone={() => {
              setOpen('');
            }}
          />
        </Row>
      ))}
      {manage &&
        (open === 'new' ? (
          <NewPerson
            onDone={() => {
              setOpen('');
            }}
          />
        ) : (
          <Button
            variant="text"
            onClick={() => {
              setOpen('new');
            }}
          >
            somebody new
          </Button>
        ))}
    </Box>
  );
}

const formed = {
  display: 'flex',
  flexWrap: 'wrap',
  columnGap: 2,
  rowGap: 0.5,
  alignItems: 'center',
  bgcolor: 'sheet',
  p: 1.5,
  mt: 0.5,
} as const;

function ChangePerson({ id, name, role: was, onDone }: { id: string; name: string; role: Role; onDone: () => void }) {
  const [role, setRole] = useState(was);
  const [password, setPassword] = useState('');
  const [pin, setPin] = useState('');
  const { at, rest, setProblem } = useProblem();
  const { change } = useKeeping();
  const ask = async (call: Promise<Problem | null>) => {
    const p = await call;
    setProblem(p);
    if (!p) onDone();
  };
  return (
    <Box
      component="form"
      noValidate
      aria-label={`change ${name}`}
      sx={formed}
      onSubmit={(e) => {
        e.preventDefault();
        void ask(change(id, { ...(role !== was ? { role } : {}), ...(password ? { password } : {}), ...(pin ? { pin } : {}) }));
      }}
    >
      <Box sx={{ flexBasis: '100%' }}>
        <OneOf label="role" options={roles} value={role} onChange={setRole} />
      </Box>
      <Blank label="new password" value={password} onChange={setPassword} width={220} secret error={at('password')} />
      <Blank label="new PIN" value={pin} onChange={setPin} width={130} secret figures error={at('pin')} />
      <Button type="submit" sx={{ minHeight: 48, py: 0 }}>
        Keep it
      </Button>
      <Button variant="text" onClick={() => void ask(change(id, { sign_out: true }))}>
        sign out everywhere
      </Button>
      {rest()}
    </Box>
  );
}

function NewPerson({ onDone }: { onDone: () => void }) {
  const [name, setName] = useState('');
  const [role, setRole] = useState<Role>('mechanic');
  const [password, setPassword] = useState('');
  const [pin, setPin] = useState('');
  const { at, rest, setProblem } = useProblem();
  const { add } = useKeeping();
  const send = async () => {
    const p = await add(name, role, password, pin);
    setProblem(p);
    if (!p) onDone();
  };
  return (
    <Box
      component="form"
      noValidate
      aria-label="somebody new"
      sx={formed}
      onSubmit={(e) => {
        e.preventDefault();
        void send();
      }}
    >
      <Blank label="name" value={name} onChange={setName} width={220} error={at('name')} autoFocus />
      <Blank label="password to begin with" value={password} onChange={setPassword} width={240} secret error={at('password')} />
      <Blank label="PIN" value={pin} onChange={setPin} width={130} secret figures error={at('pin')} />
      <Box sx={{ flexBasis: '100%' }}>
        <OneOf label="role" options={roles} value={role} onChange={setRole} />
      </Box>
      <Button type="submit" sx={{ minHeight: 48, py: 0 }}>
        Let them in
      </Button>
      {rest()}
    </Box>
  );
}
