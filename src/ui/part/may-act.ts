import { createContext, useContext } from 'react';

/**
 * Whether what is pressed here may do anything: on a device that may only look, buttons are seen and cannot be pressed. What changes only what is
 * seen on this device (`free`) can be.
 */
const MayAct = createContext(true);
export const MayActProvider = MayAct.Provider;

export const useMayAct = (): boolean => useContext(MayAct);
