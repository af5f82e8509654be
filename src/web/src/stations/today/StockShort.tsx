import { Link } from 'react-router';
import { StockLines } from '../../parts/StockLines';
import { useGear } from '../../parts/useGear';
import { say } from '../../shell/words';

/** What the crew has too little of for the work ahead: told here, since here one is before the drive. */
export function StockShort({ person }: { person: string }) {
  const { kit } = useGear(person);
  const short = kit?.stock.filter((line) => line.bring) ?? [];
  if (short.length === 0) return null;
  return (
    <section className="card" data-part="stock">
      <div className="row apart">
        <h2>{say('gear.stock-more')}</h2>
        <Link to="/gear">{say('gear.title')}</Link>
      </div>
      <StockLines stock={short} />
    </section>
  );
}
