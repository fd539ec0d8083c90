import { createElement as drawn, type ElementType, type ReactNode } from 'react';
import { toldProps } from './toldProps.ts';

/** As jsx-runtime.ts: what the compiler calls where a key stands behind spread properties. */
export const createElement = (type: ElementType, props: Record<string, unknown> | null, ...children: ReactNode[]) => {
  const all =
    children.length === 0 ? { ...props } : { ...props, children: children.length === 1 ? children[0] : children };
  const { children: said, ...rest } = toldProps(type, all);
  return Array.isArray(said) ? drawn(type, rest, ...(said as ReactNode[])) : drawn(type, rest, said as ReactNode);
};
