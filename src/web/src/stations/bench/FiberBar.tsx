import { Input, Modal } from 'antd';
import { useState } from 'react';
import type { Schemas } from '../../api/client';
import type { Intent } from '../../core/core';

interface Props {
  fiber: Schemas['FiberView'];
  undo?: Schemas['UndoView'] | null;
  onAct: (intent: Intent) => Promise<void>;
}

/** Fiber left and the tries it is good for; and, far from Trouble, Undo. */
export function FiberBar({ fiber, undo, onAct }: Props) {
  const [asking, setAsking] = useState(false);
  const [reason, setReason] = useState('');
  const [wasCut, setWasCut] = useState(true);
  const takeBack = async () => {
    if (!undo || !reason.trim()) return;
    await onAct({ kind: 'undo', event: undo.event, reason, glassWasCut: undo.cutsGlass && wasCut });
    setAsking(false);
    setReason('');
  };
  return (
    <footer className={`fiber ${fiber.level}`}>
      {undo && (
        <button className="button" onClick={() => setAsking(true)}>
          Undo {undo.what}
        </button>
      )}
      <div className="grow" />
      {fiber.warning && (
        <strong role="alert" className="bad">
          {fiber.warning}
        </strong>
      )}
      <span>Fiber left</span>
      <progress max={1} value={fiber.share} aria-label="Spare fiber" />
      <b className="figures">{fiber.left}</b>
      {fiber.tries.map((tries) => (
        <span key={tries.fix}>
          <b className="figures">{tries.count}</b> {tries.fix}
        </span>
      ))}
      <Modal
        open={asking}
        title={`Recorded wrongly: ${undo?.what ?? ''}`}
        onOk={() => void takeBack()}
        okText="Take it back"
        onCancel={() => setAsking(false)}
      >
        <label>
          Why
          <Input value={reason} onChange={(event) => setReason(event.target.value)} />
        </label>
        {undo?.cutsGlass && (
          <label className="row">
            <input type="checkbox" checked={wasCut} onChange={(event) => setWasCut(event.target.checked)} /> The glass was truly
            cut: its fiber stays used
          </label>
        )}
      </Modal>
    </footer>
  );
}
