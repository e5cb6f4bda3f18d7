import * as z from 'zod';

// The server's content security policy forbids making code from text, which Zod would otherwise try for speed.
z.config({ jitless: true });
