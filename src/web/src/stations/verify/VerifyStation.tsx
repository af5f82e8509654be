import { useQuery, useQueryClient } from '@tanstack/react-query';
import { Button, Checkbox, Select } from 'antd';
import { useEffect, useMemo, useState, type DragEvent } from 'react';
import { api, got, type Schemas } from '../../api/client';
import { knowLimits, type FiberCore } from '../../core/faces';
import { LimitAxis } from '../../drawing/LimitAxis';
import { FaultLine } from '../../shell/faults';
import { toldOrKept } from '../../shell/tablet';
import { say } from '../../shell/words';
import { ConfirmPanel } from '../../parts/ConfirmPanel';
import { FaceStage } from '../../parts/FaceStage';
import { FiberRow } from './FiberRow';
import { OwnLimits } from './OwnLimits';
import { PictureSources } from '../../parts/PictureSources';
import { profiles, useGrade } from '../../parts/useGrade';
import { ZoneTable } from './ZoneTable';
import css from './VerifyStation.module.css';
import faceStageCss from '../../parts/FaceStage.module.css';

/** More reasons than these are read off the axis. */
const mostWhy = 3;

const confirm = (limits: Schemas['FaceLimitsView'], edition: string) =>
  got(
    api.POST('/api/v1/profiles/{id}/confirmation', {
      params: { path: { id: limits.id } },
      body: { version: limits.version, edition },
    }),
  );

/** A picture of an end face in; the verdict in words first, why, what to do next, and the picture with its marks. */
export function VerifyStation({ mayPlan }: { mayPlan: boolean }) {
  const [profile, setProfile] = useState<string>('sm-upc');
  const [isRow, setRow] = useState(false);
  const [said, setSaid] = useState<FiberCore>();
  const [picked, setPicked] = useState<number>();
  const [isConfirming, setConfirming] = useState(false);
  const [isMaking, setMaking] = useState(false);
  const queries = useQueryClient();
  const known = useQuery({
    queryKey: ['profiles'],
    queryFn: () => toldOrKept('profiles', () => got(api.GET('/api/v1/profiles'))),
  });
  const limits = known.data?.find((one) => one.id === profile);
  // The limits say of which glass a fiber is; where that has several cores, whoever looks says which.
  const cores = limits?.cores ?? [];
  const core = cores.length === 1 ? cores[0] : cores.find((one) => one === said);
  const { shown, before, isGrading, isWaiting, fault, take, pickFiber } = useGrade(profile, core, { isRow });
  const confirmed = limits?.confirmation;
  const own = useMemo(() => known.data?.filter((one) => one.isOwn), [known.data]);
  useEffect(() => {
    if (own) knowLimits(own.map((one) => one.limits));
  }, [own]);
  const drop = (event: DragEvent) => {
    event.preventDefault();
    const file = event.dataTransfer.files[0];
    if (file) take(file);
  };
  const view = shown?.answer.view;
  return (
    <div className={`page ${css.verify}`} onDragOver={(event) => event.preventDefault()} onDrop={drop}>
      <header className="row">
        <h1>{say('verify.title')}</h1>
        <Checkbox checked={isRow} onChange={(event) => setRow(event.target.checked)}>
          {say('verify.row')}
        </Checkbox>
        <label className="row">
          {say('verify.profile')}
          <Select
            value={profile}
            popupMatchSelectWidth={false}
            onChange={setProfile}
            options={[
              ...profiles.map((one) => ({ value: one as string, label: say(`profile.${one}`) })),
              ...(own ?? []).map(({ id, title }) => ({ value: id, label: title })),
            ]}
          />
        </label>
        {cores.length > 1 && (
          <label className="row">
            {say('verify.core')}
            <Select
              value={core}
              placeholder={say('verify.core-say')}
              popupMatchSelectWidth={false}
              onChange={setSaid}
              options={cores.map((one) => ({ value: one, label: say(`core.${one}`) }))}
            />
          </label>
        )}
      </header>
      {isWaiting && <p role="alert">{say('verify.core-wanted')}</p>}
      <FaultLine says={fault} />
      <div className={css.verifyTwo}>
        <section className={faceStageCss.looked}>
          {shown ? (
            <FaceStage shown={shown} before={before} picked={picked} onPick={setPicked} />
          ) : (
            <div className={css.drop}>
              <h2>{say('verify.drop')}</h2>
              <p>{say('verify.how')}</p>
            </div>
          )}
        </section>
        <section className={`card ${css.verdict}`} aria-busy={isGrading}>
          {shown?.row && <FiberRow row={shown.row} fiber={shown.fiber} onPick={pickFiber} />}
          <div role="status">
            {isGrading ? (
              <p>{say('verify.grading')}</p>
            ) : view ? (
              <>
                <small>{shown?.row ? say('verify.fiber', { fiber: shown.fiber! + 1 }) : say('verify.verdict')}</small>
                <h2 className={view.tone === 'none' ? '' : view.tone}>{view.headline}</h2>
              </>
            ) : null}
          </div>
          {view && (
            <>
              <p>
                {view.why.slice(0, mostWhy).join(' ')}
                {view.why.length > mostWhy && ` ${say('verify.more', { count: view.why.length - mostWhy })}`}
              </p>
              {shown.answer.zones.length > 0 && <ZoneTable zones={view.zones} />}
              <div className={css.doNext}>
                <small>{say('verify.next')}</small>
                <h3>{view.next}</h3>
                {view.nextWhy && <p>{view.nextWhy}</p>}
              </div>
              <small>{[...view.quality, ...(shown.isHere ? [say('verify.here')] : [])].join(' · ')}</small>
            </>
          )}
          <small className={`row ${css.limitsStand}`}>
            {confirmed ? say('verify.confirmed', { edition: confirmed.edition, name: confirmed.by }) : say('verify.unconfirmed')}{' '}
            {mayPlan && limits && (
              <Button type="link" onClick={() => setConfirming(true)}>
                {say('verify.confirm-open')}
              </Button>
            )}
            {mayPlan && limits && (
              <Button type="link" onClick={() => setMaking(true)}>
                {say(limits.isOwn ? 'verify.own-edit' : 'verify.own-open')}
              </Button>
            )}
          </small>
          <p className="caution">{say('caution.dark')}</p>
          <PictureSources isAnother={!!shown} onTake={take} />
        </section>
      </div>
      {view && shown.answer.zones.length > 0 && (
        <section className="card">
          <h3>{say(view.marks.length ? 'verify.axis' : 'verify.clean')}</h3>
          <LimitAxis marks={view.marks} picked={picked} onPick={setPicked} />
        </section>
      )}
      {isConfirming && limits && (
        <ConfirmPanel
          title={say('verify.confirm-title', { profile: limits.title })}
          how={say('verify.confirm-how')}
          before={limits.confirmation?.edition}
          onConfirm={(edition) => confirm(limits, edition).then(() => queries.invalidateQueries({ queryKey: ['profiles'] }))}
          onClose={() => setConfirming(false)}
        />
      )}
      {isMaking && limits && (
        <OwnLimits
          from={limits}
          onPublished={(id) => {
            setProfile(id);
            setMaking(false);
          }}
          onClose={() => setMaking(false)}
        />
      )}
    </div>
  );
}
