import { Segmented } from 'antd';
import { useState } from 'react';
import type { Schemas } from '../../api/client';
import { kitShapeValues } from '../../api/schema';
import { BenchLine } from '../../drawing/BenchLine';
import { EndFaceGlyph } from '../../drawing/EndFaceGlyph';
import { EndsBar } from '../../drawing/EndsBar';
import { GlyphLegend } from '../../drawing/GlyphLegend';
import { actKinds, HandAct } from '../../drawing/HandAct';
import { JobMap } from '../../drawing/JobMap';
import { KitCard } from '../../drawing/KitCard';
import { StrandTab } from '../../drawing/StrandTab';
import { Choices } from '../../parts/Choices';
import { DataTable } from '../../parts/DataTable';
import { Download } from '../../parts/Download';
import { DraftLine } from '../../parts/DraftLine';
import { Icon, Mark, type IconName } from '../../parts/icons';
import { Line, Lines } from '../../parts/Lines';
import { Keypad } from '../../parts/Keypad';
import { MeasuredField, Reading } from '../../parts/Reading';
import { Failed, Told } from '../../parts/Told';
import { choose, useTastes } from '../../shell/tastes';
import css from './PartsPage.module.css';
import controls from '../../parts/controls.module.css';

// For developers: the words here are names of parts, not the product's.
const title = 'Parts';
const looks = ['light', 'dark'] as const;
const hands = ['gloved', 'desk'] as const;
const icons: IconName[] = ['today', 'plan', 'verify', 'recipes', 'crew', 'find', 'help', 'look', 'more', 'next', 'person'];
const phases = ['planned', 'prepared', 'terminated', 'doubtful', 'verified', 'rejected'] as const;
const ends = { verified: 6, doubtful: 1, 'under-way': 4, trouble: 1, planned: 12 };
const blue = { name: 'blue', hex: '#2468B4', hasTracer: false } as const;
const line: Schemas['LineDrawing'] = {
  from: -2,
  to: 66,
  ticks: Array.from({ length: 34 }, (_, at) => ({
    at: at * 2,
    rank: at % 5 === 0 ? 3 : 1,
    label: at % 5 === 0 ? String(at * 2) : '',
  })),
  now: [
    { what: 'buffer', from: 0, to: 66 },
    { what: 'boot', from: 52, to: 66 },
  ],
  after: [
    { what: 'glass', from: 0, to: 30 },
    { what: 'buffer', from: 30, to: 66 },
    { what: 'boot', from: 52, to: 66 },
  ],
  bites: [6, 12, 18, 24],
  span: { from: 0, to: 30, zero: 0 },
};
const figure: Schemas['FigureView'] = { value: '30.0', unit: 'mm', note: 'from the tip', other: '1 3/16 in' };
const cables = [
  { id: 'a', name: 'PH-CS-01', near: 'PH1', far: 'CS2', done: 0.5, trouble: 0, says: '12 of 24' },
  { id: 'b', name: 'PH-CT-01', near: 'PH1', far: 'CT1', done: 0.2, trouble: 0.1, says: '4 of 24' },
];
const kit: Schemas['KitLine'][] = kitShapeValues.map((shape, at) => ({
  title: shape,
  kind: at % 2 ? 'tool' : 'part',
  count: 1,
  setting: null,
  isSetAside: false,
  shape,
  bore: null,
  length: null,
  among: null,
}));
const idle = { error: null, isFetching: false, refetch: () => undefined };

/** Every own part in one place, as it is in this look and for these hands. */
export function PartsPage() {
  const tastes = useTastes();
  const [isPressed, setPressed] = useState(true);
  const [read, setRead] = useState('');
  return (
    <main className={css.parts}>
      <header className="row">
        <Mark size={44} />
        <h1>{title}</h1>
        <Segmented value={tastes.look} options={[...looks]} onChange={(look) => choose({ look })} />
        <Segmented value={tastes.hands} options={[...hands]} onChange={(to) => choose({ hands: to })} />
      </header>
      <Part name="EndFaceGlyph">
        {[16, 22, 28, 44].map((size) => (
          <p className="row" key={size}>
            {phases.map((phase) => (
              <EndFaceGlyph key={phase} phase={phase} size={size} />
            ))}
            <EndFaceGlyph phase="verified" attempt={2} size={size} />
            <EndFaceGlyph phase="terminated" attempt={3} size={size} />
          </p>
        ))}
      </Part>
      <Part name="GlyphLegend">
        <GlyphLegend />
      </Part>
      <Part name="Icon">
        <p className="row">
          {icons.map((name) => (
            <Icon key={name} name={name} />
          ))}
        </p>
      </Part>
      <Part name="StrandTab">
        <p className="row">
          <StrandTab strand={1} color={blue} />
          <StrandTab strand={13} color={{ ...blue, hasTracer: true }} />
        </p>
      </Part>
      <Part name="EndsBar">
        <EndsBar ends={ends} />
      </Part>
      <Part name="Lines">
        <Lines>
          <Line to="/" name="PH-CS-01">
            <EndsBar ends={ends} />
          </Line>
          <Line name="CT">
            <EndsBar ends={{ planned: 72 }} />
          </Line>
        </Lines>
      </Part>
      <Part name="button, main-action">
        <p className="row">
          <button className={controls.button}>{'Trouble'}</button>
          <button className={controls.button} aria-pressed={isPressed} onClick={() => setPressed(!isPressed)}>
            {'Batch'}
          </button>
          <button className={controls.button} disabled>
            {'Undo'}
          </button>
          <button className={controls.mainAction}>{'Done'}</button>
          <button className={controls.mainAction} disabled>
            {'Done'}
          </button>
          <button className={controls.mainLower}>{'Take 12 together'}</button>
          <span className={`${controls.tag} doubtful`}>{'M4 v1 unconfirmed'}</span>
        </p>
      </Part>
      <Part name="Choices">
        <Choices
          question="What do you see?"
          choices={['No light', 'Faint light', 'Light'].map((says) => ({ key: says, says }))}
          onPick={() => undefined}
          back={{ says: 'Back', onBack: () => undefined }}
        />
        <Choices
          question="By eye"
          choices={['Clean', 'Heavy scratches'].map((says) => ({ key: says, says }))}
          onPick={() => undefined}
          isSmall
        />
      </Part>
      <Part name="Reading, MeasuredField">
        <Reading question="Bare glass measured">
          <MeasuredField value={read} onChange={setRead} unit="mm" kind="decimal" describedBy="good" />
          <span id="good">{'good is 29.0 mm to 31.0 mm'}</span>
        </Reading>
      </Part>
      <Part name="Keypad">
        <Keypad isDecimal onType={(key) => setRead(read + key)} onErase={() => setRead(read.slice(0, -1))} />
      </Part>
      <Part name="HandAct">
        <div className={css.acts}>
          {actKinds.map((does) => (
            <HandAct key={does} act={{ does }} title={does} />
          ))}
        </div>
      </Part>
      <Part name="KitCard">
        <KitCard kit={kit} laid={{ boot: 'laid', cleaver: 'missing' }} onLay={() => undefined} />
      </Part>
      <Part name="BenchLine">
        <BenchLine line={line} figure={figure} />
      </Part>
      <Part name="JobMap">
        <JobMap cables={cables} name="JobMap" />
      </Part>
      <Part name="DataTable">
        <DataTable
          rowKey="name"
          dataSource={cables}
          columns={[
            { title: 'Cable', dataIndex: 'name', rowScope: 'row' },
            { title: 'From', dataIndex: 'near' },
            { title: 'Done', dataIndex: 'says', className: 'figures' },
          ]}
        />
      </Part>
      <Part name="Download">
        <Download from="/">{'Record as CSV'}</Download>
      </Part>
      <Part name="DraftLine">
        <DraftLine isRestored onAnew={() => undefined} />
      </Part>
      <Part name="Told, waiting">
        <Told query={{ ...idle, data: undefined }} lines={2}>
          {() => null}
        </Told>
      </Part>
      <Part name="Failed">
        <Failed why={new TypeError('Failed to fetch')} onAgain={() => undefined} />
      </Part>
    </main>
  );
}

const Part = ({ name, children }: { name: string; children: React.ReactNode }) => (
  <section className="card" aria-label={name}>
    <h3>{name}</h3>
    {children}
  </section>
);
