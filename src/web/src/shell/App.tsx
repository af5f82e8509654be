import { ConfigProvider } from 'antd';
import { lazy, Suspense, useEffect, useState } from 'react';
import { Navigate, Route, Routes, useLocation, useNavigationType } from 'react-router';
import { StationBoundary } from '../parts/StationBoundary';
import { themeOf } from '../parts/theme';
import { Today } from '../stations/today/Today';
import { ClockStrip } from './ClockStrip';
import { Rail } from './Rail';
import { useLive } from './live';
import { Notices } from './Notices';
import { useSession, type Session } from './session';
import { wasCleared } from './tablet';
import { useTastes } from './tastes';
import { say } from './words';
import css from './App.module.css';
import controls from '../parts/controls.module.css';

// Every page but Today comes when it is opened; the service worker fetches and keeps them all.
const Bench = lazy(() => import('../stations/bench/Bench').then((m) => ({ default: m.Bench })));
const EndCard = lazy(() => import('../stations/bench/EndCard').then((m) => ({ default: m.EndCard })));
const JobOverview = lazy(() => import('../stations/proof/JobOverview').then((m) => ({ default: m.JobOverview })));
const Look = lazy(() => import('../stations/proof/Look').then((m) => ({ default: m.Look })));
const StrandLadder = lazy(() => import('../stations/proof/StrandLadder').then((m) => ({ default: m.StrandLadder })));
const StrandStory = lazy(() => import('../stations/proof/StrandStory').then((m) => ({ default: m.StrandStory })));
const Outbox = lazy(() => import('../stations/today/Outbox').then((m) => ({ default: m.Outbox })));
const CrewStation = lazy(() => import('../stations/crew/CrewStation').then((m) => ({ default: m.CrewStation })));
const GearPage = lazy(() => import('../stations/gear/GearPage').then((m) => ({ default: m.GearPage })));
const CableForm = lazy(() => import('../stations/plan/CableForm').then((m) => ({ default: m.CableForm })));
const JobForm = lazy(() => import('../stations/plan/JobForm').then((m) => ({ default: m.JobForm })));
const RecipeList = lazy(() => import('../stations/recipes/RecipeList').then((m) => ({ default: m.RecipeList })));
const RecipePage = lazy(() => import('../stations/recipes/RecipePage').then((m) => ({ default: m.RecipePage })));
const RecipeEdit = lazy(() => import('../stations/recipes/RecipeEdit').then((m) => ({ default: m.RecipeEdit })));
const VerifyStation = lazy(() => import('../stations/verify/VerifyStation').then((m) => ({ default: m.VerifyStation })));
const TestRun = lazy(() => import('../stations/test/TestRun').then((m) => ({ default: m.TestRun })));
const Budgets = lazy(() => import('../stations/test/Budgets').then((m) => ({ default: m.Budgets })));
const JobLinks = lazy(() => import('../stations/test/JobLinks').then((m) => ({ default: m.JobLinks })));
const Methods = lazy(() => import('../stations/plan/Methods').then((m) => ({ default: m.Methods })));
const JobCost = lazy(() => import('../stations/plan/JobCost').then((m) => ({ default: m.JobCost })));
const Days = lazy(() => import('../stations/plan/Days').then((m) => ({ default: m.Days })));
const Kit = lazy(() => import('../stations/plan/Kit').then((m) => ({ default: m.Kit })));
const JointPage = lazy(() => import('../stations/test/JointPage').then((m) => ({ default: m.JointPage })));
const LinkPage = lazy(() => import('../stations/test/LinkPage').then((m) => ({ default: m.LinkPage })));
const FirstOwner = lazy(() => import('../stations/signin/FirstOwner').then((m) => ({ default: m.FirstOwner })));
const SignIn = lazy(() => import('../stations/signin/SignIn').then((m) => ({ default: m.SignIn })));
const PartsPage = lazy(() => import('../stations/parts/PartsPage').then((m) => ({ default: m.PartsPage })));

export function App() {
  const { look, hands } = useTastes();
  const session = useSession();
  const { pathname } = useLocation();
  return (
    <ConfigProvider theme={themeOf(look, hands)}>
      <Suspense>
        {pathname === '/parts' ? (
          <PartsPage />
        ) : session.data?.person ? (
          <Signed session={session.data} />
        ) : session.isLoading ? null : pathname === '/first-owner' ? (
          <FirstOwner />
        ) : (
          <SignIn />
        )}
      </Suspense>
    </ConfigProvider>
  );
}

function Signed({ session }: { session: Session }) {
  const [cleared, setCleared] = useState(false);
  const { unit } = useTastes();
  const { pathname, search } = useLocation();
  const person = session.person!;
  const mayWork = session.permissions.includes('work');
  const mayPlan = session.permissions.includes('plan');
  const maySettle = session.permissions.includes('decide');
  const how = useNavigationType();
  useLive(true);
  // A page that is gone to begins at its top; one that is gone back to stays where it was.
  useEffect(() => {
    if (how !== 'POP') window.scrollTo(0, 0);
  }, [pathname, how]);
  useEffect(() => void wasCleared().then(setCleared, () => setCleared(true)), []);
  return (
    <div className={css.house}>
      <Rail session={session} />
      <main>
        <ClockStrip person={person} />
        <Notices />
        {cleared && (
          <p className="card look row" role="alert">
            {say('tablet.cleared')}
            <button className={controls.button} onClick={() => setCleared(false)}>
              {say('tablet.understood')}
            </button>
          </p>
        )}
        <StationBoundary place={pathname}>
          <Suspense>
            <Routes>
              <Route path="/" element={<Today person={person} mayPlan={mayPlan} mayWork={mayWork} maySettle={maySettle} />} />
              <Route path="/plan" element={<JobForm />} />
              <Route path="/plan/:job" element={<CableForm />} />
              <Route path="/job/:job" element={<JobOverview mayPlan={mayPlan} />} />
              {['/bench/:termination', '/batch/:batch'].map((path) => (
                <Route
                  key={path}
                  path={path}
                  element={<Bench key={pathname} unit={unit} person={person} mayWork={mayWork} mayPlan={mayPlan} />}
                />
              ))}
              <Route
                path="/end/:termination"
                element={<EndCard key={pathname} unit={unit} person={person} mayWork={mayWork} />}
              />
              <Route path="/proof/:cable" element={<StrandLadder unit={unit} person={person} mayWork={mayWork} />} />
              <Route path="/test/:cable" element={<TestRun key={pathname} person={person} mayWork={mayWork} />} />
              <Route
                path="/link/:cable/:strand"
                element={<LinkPage person={person} mayWork={mayWork} maySettle={maySettle} unit={unit} />}
              />
              <Route path="/links/:job" element={<JobLinks mayPlan={mayPlan} />} />
              <Route path="/budgets" element={<Budgets mayPlan={mayPlan} />} />
              <Route path="/joint" element={<JointPage />} />
              {mayPlan && <Route path="/methods" element={<Methods key={search} unit={unit} person={person} />} />}
              {mayPlan && <Route path="/cost/:job" element={<JobCost key={pathname} />} />}
              <Route path="/days/:crew?" element={<Days mayPlan={mayPlan} />} />
              <Route path="/kit/:job" element={<Kit key={pathname} />} />
              <Route path="/story/:termination" element={<StrandStory unit={unit} person={person} mayWork={mayWork} />} />
              <Route path="/look/:termination" element={<Look unit={unit} person={person} maySettle={maySettle} />} />
              <Route path="/verify" element={<VerifyStation mayPlan={mayPlan} />} />
              <Route path="/recipes" element={<RecipeList mayPlan={mayPlan} />} />
              {mayPlan && <Route path="/recipes/edit" element={<RecipeEdit unit={unit} />} />}
              <Route path="/recipes/:recipe" element={<RecipePage unit={unit} mayPlan={mayPlan} />} />
              <Route path="/crew" element={<CrewStation isOwner={session.permissions.includes('own')} self={person} />} />
              <Route path="/gear" element={<GearPage person={person} mayWork={mayWork} mayRelease={maySettle} />} />
              <Route path="/outbox" element={<Outbox />} />
              <Route path="*" element={<Navigate to="/" />} />
            </Routes>
          </Suspense>
        </StationBoundary>
      </main>
    </div>
  );
}
