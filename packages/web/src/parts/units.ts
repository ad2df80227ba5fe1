import { SI, type Units } from '@ample/core';
import { createContext, useContext } from 'react';

/** The system of units of the job that is open. */
export const UnitsContext = createContext<Units>(SI);
export const useUnits = (): Units => useContext(UnitsContext);
