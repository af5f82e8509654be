import { useQueryClient } from '@tanstack/react-query';
import { Input } from 'antd';
import { useState } from 'react';
import { api, got, type Schemas } from '../../api/client';
import { FaultLine } from '../../shell/faults';
import { SidePanel } from '../../parts/SidePanel';
import { say } from '../../shell/words';
import css from './OwnLimits.module.css';

type Profile = Schemas['FaceLimits'];
type Band = Schemas['SizeBand'];
type Zone = Schemas['ZoneLimits'];

/** What stands in a field, or nothing. */
const text = (number?: number | null) => (number == null ? '' : `${number}`);
const number = (typed: string) => (typed === '' ? null : Number(typed));

/** A name that goes into a file: small letters, digits, dashes. */
const idOf = (name: string) =>
  name
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-|-$/g, '')
    .slice(0, 20);

/** One band of sizes: how many of them may be there, and where it ends. */
function BandFields({ band, about, onChange }: { band: Band; about: string; onChange: (band: Band) => void }) {
  const end = band.below ?? band.upTo;
  const ends = band.below == null ? 'upTo' : 'below';
  const change = (most: number | null, how: string, size: number | null) =>
    onChange({ most, ...(size === null ? {} : { [how]: size }) });
  return (
    <span className={css.band}>
      <Input
        aria-label={`${about}: ${say('verify.own-count')}`}
        type="number"
        min={0}
        step={1}
        placeholder={say('verify.own-any')}
        defaultValue={text(band.most)}
        onChange={(event) => change(number(event.target.value), ends, end ?? null)}
      />
      <select
        className="button"
        aria-label={about}
        value={ends}
        disabled={end == null}
        onChange={(event) => change(band.most ?? null, event.target.value, end ?? null)}
      >
        <option value="upTo">{say('verify.own-upto')}</option>
        <option value="below">{say('verify.own-below')}</option>
      </select>
      <Input
        aria-label={`${about}: ${say('verify.own-end')}`}
        type="number"
        min={0}
        step="any"
        suffix="µm"
        placeholder={say('verify.own-endless')}
        defaultValue={text(end)}
        onChange={(event) => change(band.most ?? null, ends, number(event.target.value))}
      />
    </span>
  );
}

function BandList({ bands, about, onChange }: { bands: Band[]; about: string; onChange: (bands: Band[]) => void }) {
  return (
    <td>
      {bands.length === 0 && <small>{say('verify.own-none')}</small>}
      {bands.map((band, i) => (
        <BandFields
          key={i}
          band={band}
          about={`${about} ${i + 1}`}
          onChange={(changed) => onChange(bands.map((one, at) => (at === i ? changed : one)))}
        />
      ))}
      <span className="row">
        <button
          type="button"
          className="quiet"
          aria-label={`${about}: ${say('verify.own-add')}`}
          onClick={() => onChange([...bands, {}])}
        >
          {say('verify.own-add')}
        </button>
        {bands.length > 0 && (
          <button
            type="button"
            className="quiet"
            aria-label={`${about}: ${say('verify.own-remove')}`}
            onClick={() => onChange(bands.slice(0, -1))}
          >
            {say('verify.own-remove')}
          </button>
        )}
      </span>
    </td>
  );
}

/** A buyer's own limits, begun from others; a version that is published never changes. */
export function OwnLimits({
  from,
  onPublished,
  onClose,
}: {
  from: Schemas['FaceLimitsView'];
  onPublished: (id: string) => void;
  onClose: () => void;
}) {
  const version = from.isOwn ? from.version + 1 : 1;
  const [name, setName] = useState(from.isOwn ? from.title : '');
  const [source, setSource] = useState(from.isOwn ? (from.limits.source.en ?? '') : '');
  const [zones, setZones] = useState<Zone[]>(from.limits.zones);
  const [fault, setFault] = useState('');
  const queries = useQueryClient();

  // A ring begins where the one before ends.
  const setTo = (at: number, to: number) =>
    setZones(zones.map((zone, i) => (i === at ? { ...zone, to } : i === at + 1 ? { ...zone, from: to } : zone)));
  const set = (at: number, change: Partial<Zone>) => setZones(zones.map((zone, i) => (i === at ? { ...zone, ...change } : zone)));

  const publish = async () => {
    const bare = (bands: Band[]) => bands.map(({ upTo, below, most }) => ({ upTo, below, most }));
    const body: Profile = {
      ...from.limits,
      id: from.isOwn ? from.id : idOf(name),
      version,
      title: { en: name.trim() },
      source: { en: source.trim() },
      zones: zones.map((zone) => ({ ...zone, scratches: bare(zone.scratches), defects: bare(zone.defects) })),
    };
    try {
      const published = await got(api.POST('/api/v1/profiles', { body }));
      await queries.invalidateQueries({ queryKey: ['profiles'] });
      onPublished(published.id);
    } catch (error) {
      setFault(error instanceof TypeError ? say('shell.no-server') : (error as Error).message);
    }
  };

  return (
    <SidePanel title={say('verify.own-title')} onClose={onClose}>
      <form
        className={css.ownLimits}
        onSubmit={(event) => {
          event.preventDefault();
          void publish();
        }}
      >
        <p>{say('verify.own-how', { serves: [...from.limits.modes, ...from.limits.polishes].join(' ') })}</p>
        <div className="row">
          <label className="grow">
            {say('verify.own-name')}
            <Input
              value={name}
              autoFocus
              maxLength={100}
              disabled={from.isOwn}
              onChange={(event) => setName(event.target.value)}
            />
          </label>
          <label className="grow">
            {say('verify.own-source')}
            <Input value={source} maxLength={100} onChange={(event) => setSource(event.target.value)} />
          </label>
        </div>
        <table className="list">
          <thead>
            <tr>
              <th scope="col">{say('verify.zone')}</th>
              <th scope="col">{say('verify.scratches')}</th>
              <th scope="col">{say('verify.defects')}</th>
            </tr>
          </thead>
          <tbody>
            {zones.map((zone, i) => (
              <tr key={zone.zone}>
                <th scope="row">
                  <label>
                    {say('verify.own-zone', { zone: zone.zone })}
                    <Input
                      type="number"
                      min={0}
                      step="any"
                      suffix="µm"
                      defaultValue={text(zone.to)}
                      onChange={(event) => setTo(i, number(event.target.value) ?? 0)}
                    />
                  </label>
                </th>
                <BandList
                  bands={zone.scratches}
                  about={`${zone.zone}, ${say('verify.scratches')}`}
                  onChange={(scratches) => set(i, { scratches })}
                />
                <BandList
                  bands={zone.defects}
                  about={`${zone.zone}, ${say('verify.defects')}`}
                  onChange={(defects) => set(i, { defects })}
                />
              </tr>
            ))}
          </tbody>
        </table>
        <FaultLine says={fault} />
        <button type="submit" className="main-action">
          {say('verify.own-publish', { version })}
        </button>
      </form>
    </SidePanel>
  );
}
