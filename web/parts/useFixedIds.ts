import { useCallback, useState } from 'react';
import { newIds, type NewIds } from '../api/writing.tsx';

/**
 * Ids made when a form is opened and kept until it was sent: a double tap, or a second try after no answer,
 * sends the same record, and the server stores it once.
 */
export function useFixedIds(): [NewIds, () => void] {
  const [ids, setIds] = useState(() => newIds());
  const renew = useCallback(() => setIds(newIds()), []);
  return [ids, renew];
}
