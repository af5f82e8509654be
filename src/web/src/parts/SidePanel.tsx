import { lazy, Suspense, type ReactNode } from 'react';

interface Props {
  title: string;
  onClose: () => void;
  /** As wide as a table needs. */
  isWide?: boolean;
  children: ReactNode;
}

const drawer = () => import('./SidePanelDrawer');

// Comes when the first panel is opened: no page waits for it.
const Drawn = lazy(drawer);

/** Fetches what a panel needs before it is asked for: where there may soon be no network. */
export const fetchPanel = () => void drawer().catch(() => undefined);

/** A panel at the side for one question. Escape closes it; the focus stays in it and goes back where it was. */
export const SidePanel = (props: Props) => (
  <Suspense>
    <Drawn {...props} />
  </Suspense>
);
