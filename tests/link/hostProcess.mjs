/** A host in a process of its own, for the tests of the link: its bundle is made by the test that starts it. */
import { createRequire } from 'node:module';

const { hostInProcess } = createRequire(import.meta.url)(process.argv[2]);
hostInProcess();
