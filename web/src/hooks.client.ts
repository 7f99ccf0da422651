import { z } from 'zod';

// A page may not write code of its own, and schemas that try are told of in its console.
z.config({ jitless: true });
