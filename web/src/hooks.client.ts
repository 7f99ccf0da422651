import { readAgainPatiently } from '$lib/sync/offline';

readAgainPatiently();
