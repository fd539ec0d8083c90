import { customAlphabet } from 'nanoid';

const draw = customAlphabet('0123456789abcdefghijkmnpqrstuvwxyz', 12);

/**
 * A new opaque id; the prefix only helps people who read the file.
 * @example
 * newId('it').startsWith('it_'); // true
 */
export const newId = (prefix: string): string => `${prefix}_${draw()}`;
