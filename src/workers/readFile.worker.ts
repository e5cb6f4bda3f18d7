import { expose } from 'comlink';
import { fileReaders } from './readFileTask';

expose(fileReaders);
