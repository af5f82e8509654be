import { useQueryClient } from '@tanstack/react-query';
import { Button, Form, InputNumber, Select } from 'antd';
import { api, got, type Schemas } from '../../api/client';
import { idOf } from '../../parts/idOf';
import { OwnProfilePanel, type OwnValues } from '../../parts/OwnProfilePanel';
import { say } from '../../shell/words';
import css from './OwnLimits.module.css';

type Limits = Schemas['FaceLimits'];

/** A band of sizes as it is typed: how many may be there, and where it ends, that size counted in or not. */
interface Band {
  most?: number | null;
  ends: 'upTo' | 'below';
  size?: number | null;
}

const kinds = ['scratches', 'defects'] as const;

interface Values extends OwnValues {
  zones: ({ to?: number | null } & Record<(typeof kinds)[number], Band[]>)[];
}

const typed = ({ upTo, below, most }: Schemas['SizeBand']): Band => ({
  most,
  ends: below == null ? 'upTo' : 'below',
  size: below ?? upTo,
});
const told = ({ most, ends, size }: Band): Schemas['SizeBand'] => ({ most, ...(size == null ? {} : { [ends]: size }) });

interface Props {
  from: Schemas['FaceLimitsView'];
  onPublished: (id: string) => void;
  onClose: () => void;
}

/** A buyer's own limits, begun from others; a version that is published never changes. */
export function OwnLimits({ from: { id, isOwn, limits, title, version: begun }, onPublished, onClose }: Props) {
  const version = isOwn ? begun + 1 : 1;
  const queries = useQueryClient();
  const publish = async ({ name, source, zones }: Values) => {
    const body: Limits = {
      ...limits,
      id: isOwn ? id : idOf(name),
      version,
      title: { en: name },
      source: { en: source },
      zones: limits.zones.map((zone, at) => ({
        ...zone,
        // A ring begins where the one before ends.
        from: at === 0 ? zone.from : (zones[at - 1]!.to ?? 0),
        to: zones[at]!.to ?? 0,
        scratches: zones[at]!.scratches.map(told),
        defects: zones[at]!.defects.map(told),
      })),
    };
    const published = await got(api.POST('/api/v1/profiles', { body }));
    await queries.invalidateQueries({ queryKey: ['profiles'] });
    onPublished(published.id);
  };
  const needed = [{ required: true, message: say('form.needed') }];
  return (
    <OwnProfilePanel<Values>
      title={say('verify.own-title')}
      how={say('verify.own-how', { serves: [...limits.modes, ...limits.polishes].join(' ') })}
      name="limits"
      draft={`limits ${id}`}
      initialValues={{
        name: isOwn ? title : '',
        source: isOwn ? (limits.source.en ?? '') : '',
        zones: limits.zones.map(({ to, scratches, defects }) => ({
          to,
          scratches: scratches.map(typed),
          defects: defects.map(typed),
        })),
      }}
      version={version}
      onPublish={publish}
      onClose={onClose}
    >
      {limits.zones.map(({ zone }, at) => (
        <div key={zone} role="group" aria-label={zone} className={css.zone}>
          <h3>{zone}</h3>
          <Form.Item label={say('verify.own-ends')} name={['zones', at, 'to']} rules={needed}>
            <InputNumber min={0} suffix="µm" />
          </Form.Item>
          {kinds.map((kind) => (
            <Bands key={kind} at={at} kind={kind} about={`${zone}, ${say(`verify.${kind}`)}`} />
          ))}
        </div>
      ))}
    </OwnProfilePanel>
  );
}

/** What may be of one kind in a zone, band by band of sizes. */
function Bands({ at, kind, about }: { at: number; kind: (typeof kinds)[number]; about: string }) {
  return (
    <Form.List name={['zones', at, kind]}>
      {(bands, { add, remove }) => (
        <div className={css.bands}>
          <b>{say(`verify.${kind}`)}</b>
          {bands.length === 0 && <small>{say('verify.own-none')}</small>}
          {bands.map(({ key, name }) => (
            <div className={css.band} key={key}>
              <Form.Item name={[name, 'most']} noStyle>
                <InputNumber
                  aria-label={`${about} ${name + 1}: ${say('verify.own-count')}`}
                  min={0}
                  precision={0}
                  placeholder={say('verify.own-any')}
                />
              </Form.Item>
              <Form.Item name={[name, 'ends']} noStyle>
                <Select
                  aria-label={`${about} ${name + 1}`}
                  options={[
                    { value: 'upTo', label: say('verify.own-upto') },
                    { value: 'below', label: say('verify.own-below') },
                  ]}
                />
              </Form.Item>
              <Form.Item name={[name, 'size']} noStyle>
                <InputNumber
                  aria-label={`${about} ${name + 1}: ${say('verify.own-end')}`}
                  min={0}
                  suffix="µm"
                  placeholder={say('verify.own-endless')}
                />
              </Form.Item>
              <Button type="text" aria-label={`${about} ${name + 1}: ${say('verify.own-remove')}`} onClick={() => remove(name)}>
                {say('verify.own-remove')}
              </Button>
            </div>
          ))}
          <Button
            type="dashed"
            aria-label={`${about}: ${say('verify.own-add')}`}
            onClick={() => add({ ends: 'upTo' } satisfies Band)}
          >
            {say('verify.own-add')}
          </Button>
        </div>
      )}
    </Form.List>
  );
}
