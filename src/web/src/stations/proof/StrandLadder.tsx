import { useQuery } from '@tanstack/react-query';
import { Input, Segmented } from 'antd';
import { useEffect, useMemo, useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { api, got, type Schemas } from '../../api/client';
import type { Unit } from '../../core/core';
import { Told } from '../../parts/Told';
import { pick, usePicked } from '../../shell/picked';
import { workAt } from '../../shell/place';
import { fetchStrands } from '../../shell/strands';
import { toldOrKept } from '../../shell/tablet';
import { say } from '../../shell/words';
import { EndStory } from './EndStory';
import { LadderList } from './LadderList';
import { find, holds, itemsOf, shows, type End, type Shows } from './ladderRows';
import { TakeTogetherBar } from './TakeTogetherBar';
import css from './StrandLadder.module.css';
import controls from '../../parts/controls.module.css';

interface Props {
  unit: Unit;
  person: string;
  mayWork: boolean;
}

/** A cable at a glance: one row a strand, its near and far end, and beside them the story of the end that is picked. */
export function StrandLadder(props: Props) {
  const { cable = '' } = useParams();
  const ladder = useQuery({
    queryKey: ['ladder', cable],
    queryFn: () =>
      toldOrKept(`ladder ${cable}`, () => got(api.GET('/api/v1/cables/{id}/ladder', { params: { path: { id: cable } } }))),
    refetchOnMount: 'always',
  });
  return (
    <Told query={ladder} lines={12}>
      {(told) => <Cable {...props} told={told} />}
    </Told>
  );
}

function Cable({ told, unit, person, mayWork }: Props & { told: Schemas['CableStrands'] }) {
  const [show, setShow] = useState<Shows>('all');
  const [isPicking, setPicking] = useState(false);
  const [jump, setJump] = useState('');
  const [isPrinting, setPrinting] = useState(false);
  const [selected, setSelected] = useState<End>();
  const picked = usePicked();
  const go = useNavigate();
  const items = useMemo(() => itemsOf(told, show), [told, show]);
  const ends = useMemo(() => told.rows.flatMap((row) => [row.near, row.far]), [told]);
  const found = find(items, jump);
  useEffect(() => workAt({ job: told.job, jobName: told.jobName, cable: told.cable, cableName: told.name }), [told]);
  useEffect(() => {
    const open = ends.filter((end) => !holds.done(end)).map((end) => end.id);
    if (open.length <= 48 && mayWork) void fetchStrands(open).catch(() => undefined);
  }, [ends, mayWork]);
  useEffect(() => {
    if (!isPrinting) return;
    window.print();
    setPrinting(false);
  }, [isPrinting]);
  return (
    <div className={`page ${css.ladder} ${selected ? css.beside : ''}`}>
      <header className={css.head}>
        <h1>{told.name}</h1>
        <p className={css.route}>
          {told.near.join(', ')} → {told.far.join(', ')} · <Link to={`/job/${told.job}`}>{told.jobName}</Link>
        </p>
        <div className={`no-print ${css.filter}`}>
          <Segmented
            value={show}
            options={shows.map((value) => ({ value, label: say(`ladder.show-${value}`) }))}
            onChange={(value) => setShow(value)}
          />
        </div>
        <Input
          role="searchbox"
          aria-label={say('ladder.jump')}
          placeholder={say('ladder.jump')}
          className={`figures no-print ${css.jump}`}
          value={jump}
          onChange={(event) => setJump(event.target.value)}
        />
        {mayWork && (
          <button className={`${controls.button} no-print`} aria-pressed={isPicking} onClick={() => setPicking(!isPicking)}>
            {say(isPicking ? 'ladder.stop-picking' : 'ladder.pick')}
          </button>
        )}
        <Link className={`${controls.button} no-print`} to={`/test/${told.cable}`}>
          {say('ladder.measure')}
        </Link>
        <button className={`${controls.button} no-print ${css.print}`} onClick={() => setPrinting(true)}>
          {say('ladder.print')}
        </button>
      </header>
      {(isPicking || picked.length > 0) && (
        <TakeTogetherBar
          person={person}
          onPickAll={(which) => pick.add(told.rows.map((row) => row[which]).filter((end) => holds.open(end)))}
          onTaken={(batch) => {
            setPicking(false);
            void go(`/batch/${batch}`);
          }}
        />
      )}
      <LadderList
        cable={told.cable}
        name={told.name}
        summary={say('ladder.summary', {
          grade: told.grade,
          strands: told.rows.length,
          ends: ends.length,
          accepted: ends.filter(holds.done).length,
          reworked: ends.filter(holds.reworked).length,
        })}
        items={items}
        ends={told.ends}
        grouping={told.grouping}
        found={found}
        isPicking={isPicking}
        isPrinting={isPrinting}
        selected={selected?.id}
        onSelect={setSelected}
      />
      {selected && (
        <EndStory end={selected} unit={unit} person={person} mayWork={mayWork} onClose={() => setSelected(undefined)} />
      )}
    </div>
  );
}
