import { useQuery, useQueryClient } from '@tanstack/react-query';
import { api, got } from '../api/client';
import { say } from './words';
import controls from '../parts/controls.module.css';

/** What others did to one's account, told until one has read it. */
export function Notices() {
  const queries = useQueryClient();
  const notices = useQuery({ queryKey: ['notices'], queryFn: () => got(api.GET('/api/v1/session/notices')), staleTime: 60_000 });
  const read = async (id: string) => {
    await got(api.DELETE('/api/v1/session/notices/{id}', { params: { path: { id } } }));
    await queries.invalidateQueries({ queryKey: ['notices'] });
  };
  return notices.data?.map((notice) => (
    <p className="card look row" role="status" key={notice.id}>
      {notice.says}
      <button className={controls.button} onClick={() => void read(notice.id).catch(() => undefined)}>
        {say('tablet.understood')}
      </button>
    </p>
  ));
}
