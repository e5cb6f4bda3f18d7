import { z } from 'zod';

// Zod would try to make code from text for speed, which the app's content security policy forbids. Said here, where
// everyone takes it from, so that it is said before the first schema is made, in whichever order files load.
z.config({ jitless: true });

export { z };
