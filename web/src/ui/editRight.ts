import { createContext } from 'react';

/** Why the fields below are only looked at; null where whoever is signed in may change them. */
export const EditRight = createContext<string | null>(null);
