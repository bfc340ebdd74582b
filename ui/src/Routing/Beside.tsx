import Box from '@mui/material/Box';
import type { RouteView } from '../api/client';
import { Pick, W } from '../parts/form/blanks';
import { useForm } from '../parts/form/form';
import { Add, TakeOut } from '../parts/form/rows';
import { Row, Said, Title, Told } from './rows';

const kinds = ['hot', 'moving', 'sharp'].map((id) => ({ id, name: id }));

/** What the path passes, and the engine that pulls at its end. */
export function Beside({ view }: { view: RouteView | undefined }) {
  const { get } = useForm();
  const near = (get(['near']) ?? []) as object[];
  const steers = typeof get(['steering']) === 'object';
  return (
    <>
      <Box component="section" aria-label="What it passes" sx={{ mt: 2 }}>
        <Title>Hot, moving or sharp beside it</Title>
        <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0, fontSize: 'text' }}>
          {near.map((_, i) => (
            <Row key={i} last={<TakeOut at={['near', i]} name={`part ${i + 1}`} />}>
              <Said says={i + 1}>
                <W at={['near', i, 'name']} label={`name of part ${i + 1}`} hint="what" />
              </Said>
              <Pick at={['near', i, 'kind']} label={`kind of part ${i + 1}`} options={kinds} />
              <Said says="keep">
                <W at={['near', i, 'keep']} label={`how far part ${i + 1} is to be kept, mm`} hint="mm" />
              </Said>
              <Said says="it is">
                <W at={['near', i, 'is']} label={`how far part ${i + 1} is, mm`} hint="mm" />
              </Said>
              <Said says="or at">
                <W at={['near', i, 'ahead']} label={`part ${i + 1}: ahead of the start, mm`} hint="ahead" />
              </Said>
              <W at={['near', i, 'left']} label={`part ${i + 1}: left of the start, mm`} hint="left" />
              <W at={['near', i, 'up']} label={`part ${i + 1}: above the start, mm`} hint="up" />
              <Said says="size">
                <W at={['near', i, 'size']} label={`radius of part ${i + 1}, mm`} hint="mm" />
              </Said>
              <Told line={view?.near[i]} />
            </Row>
          ))}
        </Box>
        <Add at={['near']} what="part beside it" make={() => ({ kind: 'hot' })} />
      </Box>
      <Box component="section" aria-label="Steering" sx={{ mt: 2 }}>
        <Title>An engine that swings</Title>
        {steers ? (
          <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0, fontSize: 'text' }}>
            <Row last={<TakeOut at={['steering']} name="steering" />}>
              <Said says="From the pivot: the last clamp">
                <W at={['steering', 'behind']} label="clamp from the pivot, along the boat, mm" hint="along" />
              </Said>
              <W at={['steering', 'aside']} label="clamp from the pivot, to the left, mm" hint="to the left" />
              <Said says="the hold">
                <W at={['steering', 'arm']} label="hold ahead of the pivot, mm" hint="along" />
              </Said>
              <W at={['steering', 'off']} label="hold from the pivot, to the left, mm" hint="to the left" />
              <Said says="swings by">
                <W at={['steering', 'lock']} label="lock either way, degrees" hint="35" unit="°" />
              </Said>
            </Row>
          </Box>
        ) : (
          <Add at={['steering']} what="the loop that steering needs" make={() => ({ lock: '35' })} whole />
        )}
      </Box>
    </>
  );
}
