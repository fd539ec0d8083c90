/** Whether whoever looks asked that nothing moves by itself. */
export const still = (): boolean => matchMedia('(prefers-reduced-motion: reduce)').matches;
