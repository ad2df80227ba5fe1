import { useEffect, useState, type ReactNode } from 'react';
import { Link } from 'react-router';
import { settingsChanged } from '../store/settings.ts';
import { useApp, useAppDispatch } from '../store/store.ts';
import { Dialog } from './Dialog.tsx';

/** The product's own mark: a plate with a clipped corner and its bolts. */
function Logo() {
  return (
    <svg width="22" height="22" viewBox="0 0 24 24" aria-hidden="true">
      <path d="M3 3h9l9 9v9H3z" fill="none" stroke="#e9b8a8" strokeWidth="1.8" />
      {[
        [7.5, 9],
        [7.5, 16.5],
        [15, 16.5],
      ].map(([x, y]) => (
        <circle key={`${x}${y}`} cx={x} cy={y} r="1.5" fill="#e9b8a8" />
      ))}
    </svg>
  );
}

/** A key, and what it does on the page. */
export type Keys = readonly (readonly [string, string])[];
const EVERYWHERE: Keys = [
  ['Tab, Shift Tab', 'to the next or previous field, button or dimension'],
  ['Enter', 'take, open, go on'],
  ['Escape', 'close; what was typed is asked for first'],
  ['?', 'this map of keys'],
];

interface Props {
  /** Says where one is. */
  readonly trail?: ReactNode;
  /** Stand at the right. */
  readonly tools?: ReactNode;
  /** The way to the calculators, with the job at hand. */
  readonly bench?: string;
  /** Where the guide begins for this page. */
  readonly help?: string;
  readonly keys?: Keys;
  readonly children: ReactNode;
}

/** Top bar and page. */
export function Shell({ trail, tools, bench, help = '/help', keys = [], children }: Props) {
  const theme = useApp((s) => s.settings.theme);
  const dispatch = useAppDispatch();
  const [map, setMap] = useState(false);
  useEffect(() => {
    const onKey = (e: KeyboardEvent): void => {
      const at = e.target as HTMLElement;
      if (e.key !== '?' || e.ctrlKey || e.metaKey || at.closest('input, textarea, select, [contenteditable], dialog')) return;
      e.preventDefault();
      setMap(true);
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);
  return (
    <div className="shell">
      <header className="topbar">
        <Logo />
        <Link to="/" className="here">
          Ample Gusset
        </Link>
        <nav className="flex items-center gap-2 min-w-0 flex-1" aria-label="Where you are">
          {trail}
        </nav>
        {tools}
        <Link to="/house" className="quiet" title="Details of the office, with their ranges and resistances">
          House
        </Link>
        <Link to={bench ?? '/bench'} className="quiet">
          Bench
        </Link>
        <Link to={help} className="quiet" title="The user guide and the method notes; ? for the keys">
          Help
        </Link>
        <YourName />
        <button
          type="button"
          className="quiet"
          onClick={() => dispatch(settingsChanged({ theme: theme === 'day' ? 'night' : 'day' }))}
        >
          {theme === 'day' ? 'Night' : 'Day'}
        </button>
      </header>
      {children}
      {map && <KeyMap keys={keys} help={help} onClose={() => setMap(false)} />}
    </div>
  );
}

/** The keys of the page, and the way to the guide. */
function KeyMap({ keys, help, onClose }: { keys: Keys; help: string; onClose: () => void }) {
  return (
    <Dialog title="Keys of this page" onClose={onClose} width={480}>
      <dl className="keys">
        {[...keys, ...EVERYWHERE].map(([k, what]) => (
          <div key={k}>
            <dt>
              {k.split(', ').map((one) => (
                <kbd key={one}>{one}</kbd>
              ))}
            </dt>
            <dd>{what}</dd>
          </div>
        ))}
      </dl>
      <Link className="btn btn-primary mt-3" to={help}>
        Open the guide
      </Link>
    </Dialog>
  );
}

/** Who makes the changes. */
function YourName() {
  const who = useApp((s) => s.settings.who);
  const dispatch = useAppDispatch();
  return (
    <label className="quiet flex items-center gap-1" title="Kept with every change that you make">
      <span className="sr-only">Your name</span>
      <input
        className="bg-transparent border-b border-transparent hover:border-[#5b6b7d] focus:border-[#ffd98a] outline-none w-24 text-[#c9d2dd] placeholder:text-[#a9b5c1]"
        value={who}
        placeholder="your name"
        onChange={(e) => dispatch(settingsChanged({ who: e.target.value.slice(0, 60) }))}
      />
    </label>
  );
}
