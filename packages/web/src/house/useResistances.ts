import { useEffect, useRef, useState } from 'react';
import { trimmed, type HouseDetail, type ResistanceRow, type ResistanceTable } from '@ample/core';
import { houseWorker } from '../work/client.ts';

/** A table of resistances on its way: rows that are done of all of them, the whole when it is. */
export interface Resistances {
  readonly table: ResistanceTable | null;
  readonly done: number;
  readonly of: number;
  readonly running: boolean;
  readonly problem: string;
  readonly cancel: () => void;
  readonly again: () => void;
}

/** Works out the resistances of a house detail, anew whenever it changes; what is worked on then is ended. */
export function useResistances(detail: HouseDetail | null): Resistances {
  const [state, setState] = useState({ table: null as ResistanceTable | null, done: 0, of: 0, running: false, problem: '' });
  const [turn, setTurn] = useState(0);
  const end = useRef<() => void>(() => undefined);
  useEffect(() => {
    if (!detail) return;
    const { remote, end: stop } = houseWorker();
    let gone = false;
    end.current = () => {
      gone = true;
      stop();
    };
    setState({ table: null, done: 0, of: 0, running: true, problem: '' });
    void (async () => {
      const begun = await remote.begin(detail);
      if (gone) return;
      if ('refusal' in begun) return setState({ table: null, done: 0, of: 0, running: false, problem: begun.refusal });
      const { rows: of, ...head } = begun.ok;
      const rows: ResistanceRow[] = [];
      for (let i = 0; i < of; i += 1) {
        rows.push(await remote.row(i));
        if (gone) return;
        if (i % 4 === 3) setState((s) => ({ ...s, done: i + 1, of }));
      }
      setState({ table: trimmed({ ...head, rows }), done: of, of, running: false, problem: '' });
      stop();
    })();
    return () => end.current();
  }, [detail, turn]);
  return {
    ...state,
    cancel: () => {
      end.current();
      setState((s) => ({ ...s, running: false }));
    },
    again: () => setTurn((n) => n + 1),
  };
}
