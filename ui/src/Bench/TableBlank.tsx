import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import type { BenchView, Echo, Problem } from '../api/client';
import { Blank } from '../parts/Blank';
import { Finding } from '../parts/Finding';
import { useKeep } from '../api/useBench';

interface Props {
  id: string;
  label: string;
  value: string;
  example: string;
  echo: Echo | undefined;
  onChange: (text: string) => void;
  tables: BenchView['tables'];
}

/** A table as a blank: pasted once from a spreadsheet, checked, and kept under its name. */
export function TableBlank({ id, label, value, example, echo, onChange, tables }: Props) {
  const [open, setOpen] = useState(false);
  const [name, setName] = useState('');
  const [refused, setRefused] = useState('');
  const keep = useKeep();
  const same = tables.find((t) => t.text === value);
  const says =
    same?.name ?? (value ? `${value.trim().split('\n').length} lines` : example ? `${example.split('\n').length} points` : 'paste it');
  const told = (problem: Problem | null) => {
    setRefused(problem?.detail ?? '');
  };
  const save = async () => {
    told(await keep.table(name, value));
  };
  return (
    <>
      <Box component="span" sx={{ display: 'inline-block', verticalAlign: 'top', mx: 0.5 }}>
        <Box
          component="button"
          type="button"
          aria-expanded={open}
          aria-label={`${label}: ${says}`}
          onClick={() => {
            setOpen(!open);
          }}
          sx={{
            font: 'inherit',
            fontWeight: value ? 600 : 400,
            fontStyle: value ? 'normal' : 'italic',
            height: 40,
            px: 1,
            border: 0,
            borderBottom: '2px solid',
            borderColor: echo?.fault ? 'error.main' : 'text.primary',
            bgcolor: 'sheet',
            color: value ? 'text.primary' : 'quiet',
            cursor: 'pointer',
          }}
        >
          {says} {open ? '▴' : '▾'}
        </Box>
        <Box
          component="span"
          role={echo?.fault ? 'alert' : undefined}
          sx={{
            display: 'block',
            fontSize: 'fine',
            lineHeight: '20px',
            minHeight: 20,
            maxWidth: 360,
            color: echo?.fault ? 'error.main' : 'quiet',
            fontWeight: echo?.fault ? 500 : 400,
          }}
        >
          {echo?.fault ?? echo?.says}
        </Box>
      </Box>
      {open && (
        <Box
          component="span"
          role="group"
          aria-label={label}
          sx={{
            display: 'flex',
            flexWrap: 'wrap',
            gap: 2,
            my: 1,
            p: 1.5,
            bgcolor: 'sheet',
            border: '2px solid',
            borderColor: 'text.primary',
            fontSize: 'text',
            lineHeight: 1.4,
          }}
        >
          <Box component="span" sx={{ flex: '1 1 220px' }}>
            <Box component="label" htmlFor={id} sx={{ display: 'block', fontSize: 'note', color: 'quiet' }}>
              a pair a line, as pasted from a spreadsheet
            </Box>
            <Box
              component="textarea"
              id={id}
              rows={6}
              value={value}
              placeholder={example}
              onChange={(e: React.ChangeEvent<HTMLTextAreaElement>) => {
                onChange(e.target.value);
              }}
              sx={{
                font: 'inherit',
                width: '100%',
                bgcolor: 'background.default',
                color: 'text.primary',
                border: '1.5px solid',
                borderColor: 'text.primary',
                p: 1,
                '&::placeholder': { color: 'quiet', fontStyle: 'italic', opacity: 1 },
              }}
            />
          </Box>
          <Box component="span" sx={{ flex: '1 1 260px', display: 'flex', flexDirection: 'column', gap: 0.5, alignItems: 'flex-start' }}>
            <Box component="span" sx={{ fontSize: 'note', color: 'quiet' }}>
              kept
            </Box>
            {tables.map((t) => (
              <Box component="span" key={t.name} sx={{ display: 'flex', width: '100%', alignItems: 'center' }}>
                <Button
                  variant="text"
                  sx={{ flex: 1, justifyContent: 'flex-start', minHeight: 44, textAlign: 'left' }}
                  onClick={() => {
                    onChange(t.text);
                    setOpen(false);
                  }}
                >
                  {t.name}
                </Button>
                {!t.gauge && (
                  <Button
                    variant="text"
                    aria-label={`forget ${t.name}`}
                    sx={{ minWidth: 44, minHeight: 44 }}
                    onClick={() => void keep.dropTable(t.name).then(told)}
                  >
                    ✕
                  </Button>
                )}
              </Box>
            ))}
            {refused && !(value && !same) && <Finding>{refused}</Finding>}
            {value && !same && <Blank label="keep it under the name" value={name} onChange={setName} error={refused} />}
            {value && !same && (
              <Button sx={{ minHeight: 44, py: 0 }} onClick={() => void save()}>
                Keep the table
              </Button>
            )}
          </Box>
        </Box>
      )}
    </>
  );
}
