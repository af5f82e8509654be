import { useEffect, useRef, type ReactNode } from 'react';
import { InSidePanel } from './keys';
import { say } from './words';

/** A panel over the page for one question. Escape closes it; the focus stays in it and goes back where it was. */
export function SidePanel({ title, onClose, children }: { title: string; onClose: () => void; children: ReactNode }) {
  const dialog = useRef<HTMLDialogElement>(null);
  useEffect(() => {
    const shown = dialog.current!;
    shown.showModal();
    return () => shown.close();
  }, []);
  return (
    <dialog
      ref={dialog}
      className="side-panel card"
      aria-label={title}
      onCancel={(event) => {
        event.preventDefault();
        onClose();
      }}
    >
      <header className="row apart">
        <h2>{title}</h2>
        <button type="button" className="button" onClick={onClose}>
          {say('panel.close')}
        </button>
      </header>
      <InSidePanel.Provider value={true}>{children}</InSidePanel.Provider>
    </dialog>
  );
}
