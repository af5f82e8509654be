import { useQuery } from '@tanstack/react-query';
import { Input } from 'antd';
import { useState } from 'react';
import { api, got } from '../../api/client';
import { StrandTab } from '../../drawing/StrandTab';
import { SidePanel } from '../../parts/SidePanel';
import { say } from '../../shell/words';
import controls from '../../parts/controls.module.css';

interface Props {
  cable: string;
  from: string;
  end: 'near' | 'far';
  what: string;
  onMove: (to: string, reason: string) => void;
  onClose: () => void;
}

/** Work that was booked on the wrong strand: on which was it done? */
export function MoveWork({ cable, from, end, what, onMove, onClose }: Props) {
  const [reason, setReason] = useState('');
  const ladder = useQuery({
    queryKey: ['ladder', cable],
    queryFn: () => got(api.GET('/api/v1/cables/{id}/ladder', { params: { path: { id: cable } } })),
  });
  return (
    <SidePanel title={say('move.title')} onClose={onClose}>
      <p>{say('move.what', { what })}</p>
      <label>
        {say('move.why')}
        <Input value={reason} maxLength={500} onChange={(event) => setReason(event.target.value)} />
      </label>
      <div className="row strands">
        {ladder.data?.rows
          .filter((row) => row[end].id !== from)
          .map((row) => (
            <button
              type="button"
              className={controls.button}
              key={row.strand}
              disabled={!reason.trim()}
              onClick={() => onMove(row[end].id, reason)}
            >
              <StrandTab strand={row.strand} color={row.color} />
            </button>
          ))}
      </div>
    </SidePanel>
  );
}
