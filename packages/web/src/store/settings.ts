import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import { setWho } from '../api.ts';

interface Settings {
  readonly theme: 'day' | 'night';
  /** Name kept with every change. */
  readonly who: string;
}

const KEY = 'ample-gusset-settings';
const DEFAULTS: Settings = { theme: 'day', who: '' };

function load(): Settings {
  try {
    const kept = JSON.parse(localStorage.getItem(KEY) ?? '{}') as Partial<Settings>;
    return { theme: kept.theme === 'night' ? 'night' : 'day', who: typeof kept.who === 'string' ? kept.who : '' };
  } catch {
    return DEFAULTS; // a browser that keeps nothing still works
  }
}

const initial = load();
setWho(initial.who);

const slice = createSlice({
  name: 'settings',
  initialState: initial,
  reducers: {
    settingsChanged: (state, { payload }: PayloadAction<Partial<Settings>>) => {
      const next = { ...state, ...payload };
      setWho(next.who);
      try {
        localStorage.setItem(KEY, JSON.stringify(next));
      } catch {
        // nothing is kept in this browser; the setting holds until the page closes
      }
      return next;
    },
  },
});

export const { settingsChanged } = slice.actions;
export const settingsReducer = slice.reducer;
