import { Select } from 'antd';
import { say } from '../../shell/words';

const shares = [0.8, 0.9, 0.95, 0.99];

interface Props {
  value: number;
  onChange: (share: number) => void;
}

/** In how many of a hundred such jobs the connectors that are taken are to be enough. */
export function Sure({ value, onChange }: Props) {
  return (
    <Select
      aria-label={say('methods.sure')}
      value={value}
      options={shares.map((share) => ({ value: share, label: say('load.enough', { percent: Math.round(share * 100) }) }))}
      onChange={onChange}
    />
  );
}
