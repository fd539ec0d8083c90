import { createContext } from 'react';

export const WhyContext = createContext<{ address: string | null; ask(address: string | null): void }>({
  address: null,
  ask: () => undefined,
});
