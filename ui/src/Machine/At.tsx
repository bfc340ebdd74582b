import { Navigate, useParams } from 'react-router';
import { useMachine } from '../api/useMachine';

/** Where a label leads: to the run that is open on its cable, else to the card of its machine. */
export function AtScreen() {
  const { id = '', cable } = useParams();
  const { data, error } = useMachine(id);
  if (error) return <Navigate to="/" replace />;
  if (!data) return null;
  const open = data.lines.find((l) => l.cable.id === cable)?.open;
  return <Navigate to={open ? `/run/${open}` : `/machine/${id}`} replace />;
}
