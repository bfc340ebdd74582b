import { useId } from 'react';
import { Blank } from './Blank';

const zones = [...Intl.supportedValuesOf('timeZone'), 'UTC'];

/** The clocks that days and times are told by: a zone of the list, or any other name of one. */
export function Zone({ value, onChange, error }: { value: string; onChange: (zone: string) => void; error: string }) {
  const id = useId();
  return (
    <>
      <Blank label="days and times by the clocks of" value={value} onChange={onChange} width={320} error={error} list={id} />
      <datalist id={id}>
        {zones.map((z) => (
          <option key={z} value={z} />
        ))}
      </datalist>
    </>
  );
}
