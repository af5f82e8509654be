import type { Schemas } from '../../api/client';
import { say } from '../../shell/words';

/** Zone by zone how many marks there are, how many may be, and what follows. */
export function ZoneTable({ zones }: { zones: Schemas['FaceViewZone'][] }) {
  return (
    <table className="list">
      <thead>
        <tr>
          <th scope="col">{say('verify.zone')}</th>
          <th scope="col">{say('verify.scratches')}</th>
          <th scope="col">{say('verify.defects')}</th>
          <th scope="col">{say('verify.result')}</th>
        </tr>
      </thead>
      <tbody>
        {zones.map((zone) => (
          <tr key={zone.name}>
            <th scope="row">{zone.name}</th>
            <td>
              <b className="figures">{zone.scratches}</b>
              <small>{zone.scratchLimit}</small>
            </td>
            <td>
              <b className="figures">{zone.defects}</b>
              <small>{zone.defectLimit}</small>
            </td>
            <td className={zone.tone === 'none' ? '' : zone.tone}>{zone.verdict}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
