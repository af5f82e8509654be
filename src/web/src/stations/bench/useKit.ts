import { useCallback, useMemo, useState } from 'react';
import type { Laid } from '../../drawing/KitCard';

/** How the kit of what is at the bench lies, kept on this tablet, so that a reload asks for nothing twice. */
export function useKit(place: string) {
  const key = `kit ${place}`;
  const [laid, setLaid] = useState<Laid>(() => JSON.parse(localStorage.getItem(key) ?? '{}') as Laid);
  const lay = useCallback(
    (titles: readonly string[], how: Laid[string] | undefined) =>
      setLaid((before) => {
        const { ...after } = before as Record<string, Laid[string]>;
        for (const title of titles) {
          if (how) after[title] = how;
          else delete after[title];
        }
        localStorage.setItem(key, JSON.stringify(after));
        return after;
      }),
    [key],
  );
  const missing = useMemo(() => Object.keys(laid).filter((title) => laid[title] === 'missing'), [laid]);
  return { laid, missing, lay };
}
