import { useQuery } from '@tanstack/react-query';
import { lazy, Suspense, useState } from 'react';
import { Link, NavLink } from 'react-router';
import { api, got } from '../api/client';
import { Icon, Mark, type IconName } from '../parts/icons';
import { useKeys } from './keys';
import { useOutboxCount } from './outbox';
import { usePlace } from './place';
import type { Session } from './session';
import { toldOrKept } from './tablet';
import { choose, useTastes } from './tastes';
import { say, type Key } from './words';
import css from './Rail.module.css';

const FindPanel = lazy(() => import('./FindPanel'));
const HelpPanel = lazy(() => import('./HelpPanel'));
const SwitchPerson = lazy(() => import('./SwitchPerson').then((m) => ({ default: m.SwitchPerson })));
const Tour = lazy(() => import('./Tour'));

const toured = 'rhabdon-toured';

type Open = 'find' | 'help' | 'person' | 'more' | undefined;

/** The stations, where the work is, who does it, and whether all of it has been sent; in sight on every page. */
export function Rail({ session }: { session: Session }) {
  const [open, setOpen] = useState<Open>();
  const [isTouring, setTouring] = useState(() => !localStorage.getItem(toured) && !navigator.webdriver);
  const place = usePlace();
  const { look } = useTastes();
  const crews = useQuery({
    queryKey: ['crews'],
    queryFn: () => toldOrKept('crews', () => got(api.GET('/api/v1/crews'))),
    staleTime: 60_000,
  });
  const close = () => setOpen(undefined);
  useKeys({ find: () => setOpen('find'), keys: () => setOpen('help') });
  const may = (permission: Session['permissions'][number]) => session.permissions.includes(permission);
  const stations: [string, IconName, Key][] = [
    ['/', 'today', 'shell.today'],
    ...(may('plan') ? [['/plan', 'plan', 'shell.plan'] as [string, IconName, Key]] : []),
    ['/verify', 'verify', 'shell.verify'],
    ['/recipes', 'recipes', 'shell.recipes'],
    ['/gear', 'gear', 'shell.gear'],
    ...(may('lead') ? [['/crew', 'crew', 'shell.crew'] as [string, IconName, Key]] : []),
  ];
  return (
    <nav aria-label={say('shell.stations')} className={`${css.rail} no-print ${open === 'more' ? css.isOpen : ''}`}>
      <NavLink to="/" className={css.mark!} aria-label={say('shell.home')}>
        <Mark size={44} />
      </NavLink>
      {stations.map(([to, icon, word]) => (
        <NavLink key={to} to={to} end={to === '/'} className={({ isActive }) => `${css.station} ${isActive ? css.active : ''}`}>
          <Icon name={icon} />
          {say(word)}
        </NavLink>
      ))}
      <button className={css.station} onClick={() => setOpen('find')}>
        <Icon name="find" />
        <span>
          {say('shell.find')} <kbd>{say('shell.find-key')}</kbd>
        </span>
      </button>
      <button
        className={`${css.station} ${css.more}`}
        aria-expanded={open === 'more'}
        onClick={() => setOpen(open === 'more' ? undefined : 'more')}
      >
        <Icon name="more" />
        {say('shell.more')}
      </button>
      <div className={css.rest}>
        {place && (
          <Link to={place.cable ? `/proof/${place.cable}` : `/job/${place.job}`} className={css.place} title={place.jobName}>
            <small>{say('shell.place')}</small>
            {place.cableName ?? place.jobName}
          </Link>
        )}
        <button
          className={css.person}
          aria-label={say('switch.who', { name: session.name ?? '' })}
          onClick={() => setOpen('person')}
        >
          {session.name}
          {/* An owner sees every crew and is in none of them for that. */}
          <small>{may('own') ? say('role.owner') : crews.data?.map((crew) => crew.name).join(', ')}</small>
        </button>
        <div className={css.pair}>
          <button aria-label={say('help.title')} onClick={() => setOpen('help')}>
            <Icon name="help" />
          </button>
          <button aria-label={say('shell.look')} onClick={() => choose({ look: look === 'dark' ? 'light' : 'dark' })}>
            <Icon name="look" />
          </button>
        </div>
        <SentState />
      </div>
      <Suspense>
        {open === 'find' && <FindPanel onClose={close} />}
        {open === 'help' && (
          <HelpPanel
            onClose={close}
            onTour={() => {
              close();
              setTouring(true);
            }}
          />
        )}
        {isTouring && (
          <Tour
            onClose={() => {
              localStorage.setItem(toured, '1');
              setTouring(false);
            }}
          />
        )}
        {open === 'person' && <SwitchPerson person={session.person!} mayLead={may('lead')} onClose={close} />}
      </Suspense>
    </nav>
  );
}

/** Whether all that was done here has been sent. */
function SentState() {
  const { waiting, refused } = useOutboxCount();
  return (
    <NavLink to="/outbox" className={`${css.sent} ${refused ? css.refused : waiting ? css.waiting : ''}`}>
      <span role="status">
        {refused
          ? say('shell.refused', { count: refused })
          : waiting
            ? say('shell.waiting', { count: waiting })
            : say('shell.sent')}
      </span>
    </NavLink>
  );
}
