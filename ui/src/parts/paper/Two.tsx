import { W } from '../form/blanks';
import { When } from '../form/choices';
import { Add, TakeOut } from '../form/rows';
import { usePaper, type Path } from './paper';

/** Who does what of a change that takes two pairs of hands, and how one does it alone. */
export function Two({ at, of, pairs, alone }: { at: Path; of: string; pairs: object | undefined; alone: object | undefined }) {
  const { edit } = usePaper();
  return (
    <>
      {pairs ? (
        <>
          {edit ? ' ' : '; '}takes two: here <W at={[...at, 'pairs', 'here']} label={`here, ${of}`} />, there{' '}
          <W at={[...at, 'pairs', 'there']} label={`there, ${of}`} />
          <TakeOut at={[...at, 'pairs']} name={`who does what, ${of}`} />
        </>
      ) : (
        <Add at={[...at, 'pairs']} what="who does what of two" make={() => ({ here: '', there: '' })} whole />
      )}
      <Alone at={[...at, 'alone']} of={of} alone={alone} />
    </>
  );
}

/** The one-person way, and its risk. */
export function Alone({ at, of, alone }: { at: Path; of: string; alone: object | undefined }) {
  const { edit } = usePaper();
  if (!alone) return <Add at={at} what="a way alone" make={() => ({ how: '', risk: '' })} whole />;
  return (
    <>
      {edit ? ' ' : '; '}alone: <W at={[...at, 'how']} label={`alone, ${of}`} /> (
      <W at={[...at, 'risk']} label={`its risk, ${of}`} />)
      <TakeOut at={at} name={`the way alone, ${of}`} />
    </>
  );
}

/** What of an act is done at the control, where two share the work. */
export function AtControl({ at, of }: { at: Path; of: string }) {
  const { edit } = usePaper();
  return (
    <When at={at}>
      {edit ? ' at the control: ' : ' At the control: '}
      <W at={at} label={`at the control, ${of}`} hint="what the hand at the control does of it" />
      {edit ? '' : '.'}
    </When>
  );
}
