import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import { setWho } from '../api.ts';
import { keep, kept } from './kept.ts';

interface Settings {
  readonly theme: 'day' | 'night';
  /** Name kept with every change. */
  readonly who: string;
}

const KEY = 'ample-gusset-settings';

function load(): Settings {
  const found = (kept(KEY) ?? {}) as Partial<Settings>;
  return { theme: found.theme === 'night' ? 'night' : 'day', who: typeof found.who === 'string' ? found.who : '' };
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
      keep(KEY, next);
      return next;
    },
  },
});

export const { settingsChanged } = slice.actions;
export const settingsReducer = slice.reducer;
