import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, got, type Schemas } from '../../api/client';
import { Download } from '../../parts/Download';
import { StockLines } from '../../parts/StockLines';
import { useGear } from '../../parts/useGear';
import { useTastes } from '../../shell/tastes';
import { say } from '../../shell/words';
import { GearForm } from './GearForm';
import { GearPanel } from './GearPanel';
import { GearTile } from './GearTile';
import css from './GearPage.module.css';
import controls from '../../parts/controls.module.css';

interface Props {
  person: string;
  mayWork: boolean;
  mayRelease: boolean;
}

type Open = { kind: 'gear'; id: string } | { kind: 'new' };

/** From good to gone. */
const order: readonly Schemas['GearStanding'][] = ['good', 'soon', 'due', 'aside', 'gone'];

const needsCare = (gear: Schemas['GearLine']) => gear.standing !== 'good' && gear.standing !== 'gone';

/** The crew's tools and lots: what is due first, then what is good. */
export function GearPage({ person, mayWork, mayRelease }: Props) {
  const { kit, fault } = useGear(person);
  const { unit } = useTastes();
  // A hand's own is told to its person alone: nothing of it is kept on a tablet that others use.
  const alarms = useQuery({
    queryKey: ['gear-alarms', person],
    queryFn: () => got(api.GET('/api/v1/gear/alarms')),
    retry: false,
    gcTime: 0,
  });
  const [open, setOpen] = useState<Open>();
  if (fault)
    return (
      <p role="alert" className="page">
        {fault}
      </p>
    );
  if (!kit) return <p className="page">{say('gear.opening')}</p>;
  const inHand = new Set((kit.session?.inHand ?? []).map((gear) => gear.id));
  const close = () => setOpen(undefined);
  const alarmOf = (gear: Schemas['GearLine']) => alarms.data?.gear.find((alarm) => alarm.gear === gear.id)?.says;
  const isFirst = (gear: Schemas['GearLine']) => needsCare(gear) || !!alarmOf(gear);
  const here = kit.gear.filter((gear) => gear.standing !== 'gone');
  const groups = [
    {
      title: say('gear.first'),
      gear: here.filter(isFirst).sort((a, b) => order.indexOf(b.standing) - order.indexOf(a.standing)),
    },
    { title: say('gear.tools'), gear: here.filter((gear) => !isFirst(gear) && gear.sort === 'tool') },
    { title: say('gear.lots'), gear: here.filter((gear) => !isFirst(gear) && gear.sort === 'lot') },
  ];
  const shown = open?.kind === 'gear' ? kit.gear.find((gear) => gear.id === open.id) : undefined;
  return (
    <div className="page" data-part="gear">
      <header className="row">
        <h1>{say('gear.title')}</h1>
        <span className="grow" />
        {here.length > 0 && (
          <Download from={`/api/v1/gear/labels.pdf?paper=${unit === 'in' ? 'letter' : 'a4'}`}>{say('gear.labels')}</Download>
        )}
        {mayWork && (
          <button type="button" className={controls.button} onClick={() => setOpen({ kind: 'new' })}>
            {say('gear.take-in')}
          </button>
        )}
      </header>
      {[alarms.data?.own, alarms.data?.training].map(
        (says) =>
          says && (
            <p key={says} className="card look">
              {says}
            </p>
          ),
      )}
      {kit.stock.length > 0 && (
        <section className="card">
          <h2>{say('gear.stock')}</h2>
          <StockLines stock={kit.stock} />
        </section>
      )}
      {here.length === 0 && <p className="card">{say('gear.none')}</p>}
      {groups.map(
        ({ title, gear }) =>
          gear.length > 0 && (
            <section key={title}>
              <h2>{title}</h2>
              <ul className={css.tiles}>
                {gear.map((one) => (
                  <li key={one.id}>
                    <GearTile
                      gear={one}
                      alarm={alarmOf(one)}
                      isInHand={inHand.has(one.id)}
                      onOpen={() => setOpen({ kind: 'gear', id: one.id })}
                    />
                  </li>
                ))}
              </ul>
            </section>
          ),
      )}
      {open?.kind === 'new' && <GearForm kit={kit} person={person} onClose={close} />}
      {shown && (
        <GearPanel
          gear={shown}
          alarm={alarmOf(shown)}
          kit={kit}
          person={person}
          mayWork={mayWork}
          mayRelease={mayRelease}
          isInHand={inHand.has(shown.id)}
          onClose={close}
        />
      )}
    </div>
  );
}
