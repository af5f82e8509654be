import { Button, ConfigProvider } from 'antd';
import { useState } from 'react';
import { NavLink, Navigate, Route, Routes } from 'react-router';
import type { Unit } from '../core/core';
import { Bench } from '../stations/bench/Bench';
import { CableForm } from '../stations/plan/CableForm';
import { JobForm } from '../stations/plan/JobForm';
import { StrandLadder } from '../stations/proof/StrandLadder';
import { StrandStory } from '../stations/proof/StrandStory';
import { SignIn } from '../stations/signin/SignIn';
import { Today } from '../stations/today/Today';
import { looks } from './look';
import { useOutbox } from './outbox';
import { useSession, useSignIn, type Session } from './session';

export function App() {
  const [dark, setDark] = useState(() => localStorage.getItem('look') === 'dark');
  const [unit, setUnit] = useState<Unit>(() => (localStorage.getItem('unit') === 'in' ? 'in' : 'mm'));
  const session = useSession();
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
      {session.data?.person ? <Signed session={session.data} toggles={toggles} /> : session.isLoading ? null : <SignIn />}
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
  const { waiting, refused } = useOutbox();
  const { signOut } = useSignIn();
  return (
    <div className="house">
      <nav aria-label="Stations">
        <NavLink to="/" className="mark" aria-label="Rhabdon, today">
          <img src="/mark.svg" alt="" width="44" height="44" />
        </NavLink>
        <NavLink to="/" end>
          Today
        </NavLink>
        {session.role !== 'installer' && session.role !== 'viewer' && <NavLink to="/plan">Plan</NavLink>}
        <div className="grow" />
        <button onClick={toggles.flipUnit} aria-label="Change unit">
          {toggles.unit === 'mm' ? 'mm' : 'inch'}
        </button>
        <button onClick={toggles.flipLook}>{toggles.dark ? 'Dark' : 'Light'}</button>
        <p className="who">{session.name}</p>
        <p className={refused ? 'sent bad' : waiting ? 'sent doubtful' : 'sent'} role="status">
          {refused ? `${refused} refused` : waiting ? `${waiting} saved here` : 'all sent'}
        </p>
        <Button type="text" className="out" onClick={() => void signOut()}>
          Sign out
        </Button>
      </nav>
      <main>
        <Routes>
          <Route path="/" element={<Today role={session.role ?? ''} />} />
          <Route path="/plan" element={<JobForm />} />
          <Route path="/plan/:job" element={<CableForm />} />
          <Route
            path="/bench/:termination"
            element={<Bench unit={toggles.unit} person={session.person!} mayWork={session.role !== 'viewer'} />}
          />
          <Route path="/proof/:cable" element={<StrandLadder />} />
          <Route path="/story/:termination" element={<StrandStory unit={toggles.unit} />} />
          <Route path="*" element={<Navigate to="/" />} />
        </Routes>
      </main>
    </div>
  );
}
