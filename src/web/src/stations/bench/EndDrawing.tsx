import type { Schemas } from '../../api/client';
import { BenchLine } from '../../drawing/BenchLine';
import { actDrawn, HandAct } from '../../drawing/HandAct';
import { KitCard, type Laid } from '../../drawing/KitCard';
import { FaceStage } from '../../parts/FaceStage';
import faceCss from '../../parts/FaceStage.module.css';
import type { Grading } from '../../parts/useGrade';
import { say } from '../../shell/words';
import css from './EndDrawing.module.css';

interface Props {
  view: Schemas['BatchView'];
  face: Grading;
  picked?: number;
  onPick: (finding?: number) => void;
  /** How the things of the kit lie. */
  laid: Laid;
  onLay: (title: string, how: Laid[string] | undefined) => void;
}

/** How far the strand is, and what is worked at: the face, the cable's end to scale, or, where the step measures nothing, what the hand does. */
export function EndDrawing({ view, face, picked, onPick, laid, onLay }: Props) {
  const { bench } = view;
  const act = actDrawn(bench?.step?.acts);
  const isMeasured = !!bench?.step?.figure || !!bench?.step?.passed?.some((each) => each.figure);
  return (
    <section className={`card ${css.drawing}`}>
      <ol className={css.stages}>
        {bench?.stages.map((stage) => (
          <li key={stage.id} className={css[stage.progress]} aria-current={stage.progress === 'now' ? 'step' : undefined}>
            {stage.title}
            <small>{say(`progress.${stage.progress}`)}</small>
          </li>
        ))}
      </ol>
      {face.shown ? (
        <div className={faceCss.looked} data-part="looked">
          <FaceStage shown={face.shown} before={face.before} picked={picked} onPick={onPick} />
        </div>
      ) : bench?.kit && !bench.step ? (
        <KitCard kit={bench.kit} laid={laid} onLay={onLay} />
      ) : bench?.step && !isMeasured && act ? (
        <HandAct act={act} title={bench.step.title} />
      ) : bench?.line ? (
        <BenchLine line={bench.line} figure={bench.step?.figure} />
      ) : (
        <p className="says">{bench?.says ?? say('batch.over', { count: view.done })}</p>
      )}
      {bench?.step && (
        <p className={css.why}>
          <b>{say('bench.why')}</b> {bench.step.why} {bench.step.next && <b>{say('bench.next')}</b>} {bench.step.next}
        </p>
      )}
    </section>
  );
}
