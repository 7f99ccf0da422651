import { z } from 'zod';
import { readAgainPatiently } from '$lib/sync/offline';

readAgainPatiently();
// A page may not write code of its own, and schemas that try are told of in its console.
z.config({ jitless: true });
