import type { ElementType, Key } from 'react';
import { jsxDEV as drawn, Fragment, type JSXSource } from 'react/jsx-dev-runtime';
import { toldProps } from './toldProps.ts';

export type { JSX } from 'react';
/** As jsx-runtime.ts, for what is compiled with the places of its elements. */
export { Fragment };

export const jsxDEV = (
  type: ElementType,
  props: Record<string, unknown>,
  key: Key | undefined,
  isStatic: boolean,
  source?: JSXSource,
  self?: unknown,
) => drawn(type, toldProps(type, props), key, isStatic, source, self);
