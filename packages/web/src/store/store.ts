import { configureStore } from '@reduxjs/toolkit';
import { useDispatch, useSelector } from 'react-redux';
import { jointReducer } from './joint.ts';
import { settingsReducer } from './settings.ts';
import { soon } from './soon.ts';

export const store = configureStore({
  reducer: { joint: jointReducer, settings: settingsReducer },
  // Inputs are plain data but deep; the checks of the development build would dominate an edit.
  middleware: (defaults) => defaults({ immutableCheck: false, serializableCheck: false }),
  // What says that it may wait is shown with what comes of it.
  enhancers: (defaults) => defaults({ autoBatch: { type: 'callback', queueNotification: soon } }),
});

export type AppState = ReturnType<typeof store.getState>;
export type AppDispatch = typeof store.dispatch;
export const useApp = useSelector.withTypes<AppState>();
export const useAppDispatch = useDispatch.withTypes<AppDispatch>();
