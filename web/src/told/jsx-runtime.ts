import type { ElementType, Key } from 'react';
import { jsx as drawn, jsxs as drawnMany, Fragment } from 'react/jsx-runtime';
import { toldProps } from './toldProps.ts';

export type { JSX } from 'react';
/**
 * React's own, with figures told in the reader's units where they reach the page: no screen can forget to. The compiler
 * calls these for every element (`jsxImportSource` of tsconfig.json).
 */
export { Fragment };

export const jsx = (type: ElementType, props: Record<string, unknown>, key?: Key) =>
  drawn(type, toldProps(type, props), key);
export const jsxs = (type: ElementType, props: Record<string, unknown>, key?: Key) =>
  drawnMany(type, toldProps(type, props), key);
