import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { settingsChanged } from '../store/settings.ts';
import { useApp, useAppDispatch } from '../store/store.ts';

/** The product's own mark: a plate with a clipped corner and its bolts. */
function Logo() {
  return (
    <svg width="22" height="22" viewBox="0 0 24 24" aria-hidden="true">
      <path d="M3 3h9l9 9v9H3z" fill="none" stroke="#e9b8a8" strokeWidth="1.8" />
      {[[7.5, 9], [7.5, 16.5], [15, 16.5]].map(([x, y]) => <circle key={`${x}${y}`} cx={x} cy={y} r="1.5" fill="#e9b8a8" />)}
    </svg>
  );
}

/** Top bar and page. `trail` says where one is; `tools` stand at the right; `bench` is the way to the calculators, with the job at hand. */
export function Shell({ trail, tools, bench, children }: { trail?: ReactNode; tools?: ReactNode; bench?: string; children: ReactNode }) {
  const { theme, who } = useApp((s) => s.settings);
  const dispatch = useAppDispatch();
  return (
    <div className="shell">
      <header className="topbar">
        <Logo />
        <Link to="/" className="here">Ample Gusset</Link>
        <nav className="flex items-center gap-2 min-w-0 flex-1" aria-label="Where you are">{trail}</nav>
        {tools}
        <Link to={bench ?? '/bench'} className="quiet">Bench</Link>
        <label className="quiet flex items-center gap-1" title="Kept with every change that you make">
          <span className="sr-only">Your name</span>
          <input
            className="bg-transparent border-b border-transparent hover:border-[#5b6b7d] focus:border-[#ffd98a] outline-none w-24 text-[#c9d2dd] placeholder:text-[#a9b5c1]"
            value={who} placeholder="your name" onChange={(e) => dispatch(settingsChanged({ who: e.target.value.slice(0, 60) }))}
          />
        </label>
        <button type="button" className="quiet" onClick={() => dispatch(settingsChanged({ theme: theme === 'day' ? 'night' : 'day' }))}>{theme === 'day' ? 'Night' : 'Day'}</button>
      </header>
      {children}
    </div>
  );
}
