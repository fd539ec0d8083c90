/** Said of every judgement on the mains side. */
export const LICENSED = 'Mains work: a licensed person decides and connects, after local rules.';
export const MAINS_SOURCE = 'who feeds whom on the mains side, from the wiring';
