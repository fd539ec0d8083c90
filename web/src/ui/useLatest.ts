import { useRef } from 'react';

/** The newest value for callbacks that must not change, so that what they are given to need not be drawn again. */
export function useLatest<T>(value: T) {
  const ref = useRef(value);
  ref.current = value;
  return ref;
}
