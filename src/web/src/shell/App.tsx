import { ConfigProvider } from 'antd';
import { lazy, Suspense, useEffect, useState } from 'react';
import { NavLink, Navigate, Route, Routes, useLocation } from 'react-router';
import type { Unit } from '../core/core';
import { Bench } from '../stations/bench/Bench';
import { JobOverview } from '../stations/proof/JobOverview';
import { Look } from '../stations/proof/Look';
import { StrandLadder } from '../stations/proof/StrandLadder';
import { StrandStory } from '../stations/proof/StrandStory';
import { Outbox } from '../stations/today/Outbox';
import { Today } from '../stations/today/Today';
import { useLive } from './live';
import { looks } from './look';
import { useOutboxCount } from './outbox';
import { useSession, type Session } from './session';
import { Notices } from './Notices';
import { SwitchPerson } from './SwitchPerson';
import { wasCleared } from './tablet';
import { say } from './words';

// Forms come when they are opened: the bench and what leads to it do not wait for them. The service worker keeps them all.
const CrewStation = lazy(() => import('../stations/crew/CrewStation').then((m) => ({ default: m.CrewStation })));
const CableForm = lazy(() => import('../stations/plan/CableForm').then((m) => ({ default: m.CableForm })));
const JobForm = lazy(() => import('../stations/plan/JobForm').then((m) => ({ default: m.JobForm })));
const RecipeList = lazy(() => import('../stations/recipes/RecipeList').then((m) => ({ default: m.RecipeList })));
const RecipePage = lazy(() => import('../stations/recipes/RecipePage').then((m) => ({ default: m.RecipePage })));
const RecipeEdit = lazy(() => import('../stations/recipes/RecipeEdit').then((m) => ({ default: m.RecipeEdit })));
const VerifyStation = lazy(() => import('../stations/verify/VerifyStation').then((m) => ({ default: m.VerifyStation })));
const FirstOwner = lazy(() => import('../stations/signin/FirstOwner').then((m) => ({ default: m.FirstOwner })));
const SignIn = lazy(() => import('../stations/signin/SignIn').then((m) => ({ default: m.SignIn })));

export function App() {
  const [dark, setDark] = useState(() => localStorage.getItem('look') === 'dark');
  const [unit, setUnit] = useState<Unit>(() => (localStorage.getItem('unit') === 'in' ? 'in' : 'mm'));
  const session = useSession();
  const { pathname } = useLocation();
  const look = dark ? 'dark' : 'light';
  document.documentElement.dataset.look = look;
  const toggles = {
    dark,
    unit,
    flipLook: () => {
      localStorage.setItem('look', dark ? 'light' : 'dark');
      setDark(!dark);
    },
    flipUnit: () => {
      localStorage.setItem('unit', unit === 'mm' ? 'in' : 'mm');
      setUnit(unit === 'mm' ? 'in' : 'mm');
    },
  };
  return (
    <ConfigProvider theme={looks[look]}>
      <Suspense>
        {session.data?.person ? (
          <Signed session={session.data} toggles={toggles} />
        ) : session.isLoading ? null : pathname === '/first-owner' ? (
          <FirstOwner />
        ) : (
          <SignIn />
        )}
      </Suspense>
    </ConfigProvider>
  );
}

interface Toggles {
  dark: boolean;
  unit: Unit;
  flipLook: () => void;
  flipUnit: () => void;
}

function Signed({ session, toggles }: { session: Session; toggles: Toggles }) {
  const [switching, setSwitching] = useState(false);
  const [cleared, setCleared] = useState(false);
  const person = session.person!;
  const mayWork = session.permissions.includes('work');
  const mayPlan = session.permissions.includes('plan');
  const mayLead = session.permissions.includes('lead');
  useLive(true);
  useEffect(() => void wasCleared().then(setCleared, () => setCleared(true)), []);
  return (
    <div className="house">
      <nav aria-label={say('shell.stations')} className="no-print">
        <NavLink to="/" className="mark" aria-label={say('shell.home')}>
          <img src="/mark.svg" alt="" width="44" height="44" />
        </NavLink>
        <NavLink to="/" end>
          {say('shell.today')}
        </NavLink>
        {mayPlan && <NavLink to="/plan">{say('shell.plan')}</NavLink>}
        <NavLink to="/verify">{say('shell.verify')}</NavLink>
        <NavLink to="/recipes">{say('shell.recipes')}</NavLink>
        {mayLead && <NavLink to="/crew">{say('shell.crew')}</NavLink>}
        <div className="grow" />
        <button onClick={toggles.flipUnit} aria-label={say('shell.unit')}>
          {say(`shell.unit-${toggles.unit}`)}
        </button>
        <button onClick={toggles.flipLook} aria-label={say('shell.look')}>
          {say(toggles.dark ? 'shell.dark' : 'shell.light')}
        </button>
        <button onClick={() => setSwitching(true)} aria-label={say('switch.who', { name: session.name ?? '' })}>
          {session.name}
        </button>
        <SentState />
      </nav>
      <main>
        <Notices />
        {cleared && (
          <p className="card look row" role="alert">
            {say('tablet.cleared')}
            <button className="button" onClick={() => setCleared(false)}>
              {say('tablet.understood')}
            </button>
          </p>
        )}
        <Suspense>
          <Routes>
            <Route path="/" element={<Today mayPlan={mayPlan} />} />
            <Route path="/plan" element={<JobForm />} />
            <Route path="/plan/:job" element={<CableForm />} />
            <Route path="/job/:job" element={<JobOverview />} />
            {['/bench/:termination', '/batch/:batch'].map((path) => (
              <Route key={path} path={path} element={<AtBench unit={toggles.unit} person={person} mayWork={mayWork} />} />
            ))}
            <Route path="/proof/:cable" element={<StrandLadder person={person} mayWork={mayWork} />} />
            <Route path="/story/:termination" element={<StrandStory unit={toggles.unit} person={person} mayWork={mayWork} />} />
            <Route
              path="/look/:termination"
              element={<Look unit={toggles.unit} person={person} maySettle={session.permissions.includes('decide')} />}
            />
            <Route path="/verify" element={<VerifyStation mayPlan={mayPlan} />} />
            <Route path="/recipes" element={<RecipeList mayPlan={mayPlan} />} />
            {mayPlan && <Route path="/recipes/edit" element={<RecipeEdit unit={toggles.unit} />} />}
            <Route path="/recipes/:recipe" element={<RecipePage unit={toggles.unit} mayPlan={mayPlan} />} />
            <Route path="/crew" element={<CrewStation isOwner={session.permissions.includes('own')} self={person} />} />
            <Route path="/outbox" element={<Outbox />} />
            <Route path="*" element={<Navigate to="/" />} />
          </Routes>
        </Suspense>
      </main>
      {switching && <SwitchPerson person={person} mayLead={mayLead} onClose={() => setSwitching(false)} />}
    </div>
  );
}

/** Whether all that was done here has been sent. */
function SentState() {
  const { waiting, refused } = useOutboxCount();
  return (
    <NavLink to="/outbox" className={`sent ${refused ? 'bad' : waiting ? 'doubtful' : ''}`}>
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

/** The bench begins anew for each strand or batch, so that nothing of one is seen on another. */
function AtBench(props: { unit: Unit; person: string; mayWork: boolean }) {
  return <Bench key={useLocation().pathname} {...props} />;
}
