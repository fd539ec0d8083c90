import type { Schema } from 'yup';
import { id, record } from '../schemaKit.ts';
import type { Connection } from './connection.ts';

const terminalRef = record({ itemId: id(), terminalId: id() });
export const connectionSchema: Schema<Connection> = record({ id: id(), from: terminalRef, to: terminalRef });
