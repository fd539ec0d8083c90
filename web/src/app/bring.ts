import { lazy } from 'react';

/** What comes by itself when it is first shown, and may be called for before. */
export const bringSignIn = () => import('./SignIn.tsx').then((m) => ({ default: m.SignIn }));
export const bringJobShell = () => import('./JobShell.tsx').then((m) => ({ default: m.JobShell }));

export const SignIn = lazy(bringSignIn);
export const JobShell = lazy(bringJobShell);
