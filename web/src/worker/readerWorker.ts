import { expose } from 'comlink';
import { readers } from './readers.ts';

expose(readers);
