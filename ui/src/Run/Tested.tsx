import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { Blank } from '../parts/Blank';
import { useStored } from '../stored';
import { Row, useAsk } from './panels';
import type { TestAsk } from '../api/client';
import type { Send } from '../api/useRun';

/** What is kept of a test while it is written: its name, and what it shows. */
export function useTest(run: string) {
  const [name, setName] = useStored(`draft.${run}.test`);
  const [text, setText] = useStored(`draft.${run}.shows`);
  return {
    name,
    setName,
    text,
    setText,
    body: name.trim() !== '' || text.trim() !== '' ? { test: { name, text, value: 0 } } : {},
    clear: () => {
      setName('');
      setText('');
    },
  };
}

/** The complaint as a figure, where it has one: a name by a tap or in words, and what it shows. */
export function TestBlanks({ of, usual, at }: { of: ReturnType<typeof useTest>; usual: readonly string[]; at: (field: string) => string }) {
  const [own, setOwn] = useState(false);
  const named = of.name !== '';
  if (!named && !own && !at('test.name'))
    return (
      <Box sx={{ mt: 2 }}>
        <Box sx={{ fontSize: 'text' }}>As a figure, if it has one: the same test is done again at the end.</Box>
        <Box sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 1, ml: -1 }}>
          {usual.map((one) => (
            <Button
              key={one}
              variant="text"
              onClick={() => {
                of.setName(one);
              }}
            >
              {one}
            </Button>
          ))}
          <Button
            variant="text"
            onClick={() => {
              setOwn(true);
            }}
          >
            {usual.length > 0 ? 'something else' : 'name it'}
          </Button>
        </Box>
      </Box>
    );
  return (
    <Row>
      <Blank label="what is measured" value={of.name} onChange={of.setName} error={at('test.name')} width={320} autoFocus={own} />
      <Blank label="it shows, such as 12 mm" value={of.text} onChange={of.setText} error={at('test.text')} width={220} autoFocus={!own} />
      <Button
        variant="text"
        onClick={() => {
          of.clear();
          setOwn(false);
        }}
      >
        no figure
      </Button>
    </Row>
  );
}

/** The complaint tried again, by the same test as before, or why that can not be done. */
export function AgainPanel({ run, test, send }: { run: string; test: TestAsk | undefined; send: Send }) {
  const [text, setText] = useStored(`draft.${run}.again`);
  const [note, setNote] = useStored(`draft.${run}.not`);
  const [cannot, setCannot] = useState(note !== '');
  const { ask, at } = useAsk(send);
  const said = cannot ? { note } : { test: { text, value: 0 } };
  return (
    <>
      {test && (
        <Row>
          {cannot ? (
            <Blank
              key="not"
              label={`why the ${test.name} can not be measured`}
              value={note}
              onChange={setNote}
              error={at('test.text')}
              width={420}
              autoFocus
            />
          ) : (
            <Blank
              key="text"
              label={`${test.name}: it was ${test.was}, now`}
              value={text}
              onChange={setText}
              error={at('test.text')}
              width={420}
            />
          )}
          <Button
            variant="text"
            onClick={() => {
              setCannot(!cannot);
            }}
          >
            {cannot ? 'it can be measured' : 'it can not be measured'}
          </Button>
        </Row>
      )}
      <Row>
        {['cured', 'better', 'unchanged'].map((outcome) => (
          <Button
            key={outcome}
            onClick={() =>
              void ask('retried', { outcome, ...(test ? said : {}) }, () => {
                setText('');
                setNote('');
              })
            }
          >
            {outcome}
          </Button>
        ))}
      </Row>
    </>
  );
}
