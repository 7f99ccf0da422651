import type { Migration } from 'kysely';
import * as oneDough from './0001-one-dough.ts';
import * as formulas from './0002-formulas.ts';
import * as mixes from './0003-mixes.ts';
import * as cultures from './0004-cultures.ts';
import * as mixesStamp from './0005-mixes-stamp.ts';
import * as orders from './0006-orders.ts';
import * as shown from './0007-shown.ts';
import * as events from './0008-events.ts';
import * as ways from './0009-ways.ts';
import * as told from './0010-told.ts';
import * as bySubject from './0011-by-subject.ts';
import * as epoch from './0012-epoch.ts';
import * as crew from './0013-crew.ts';

/** Every migration by its name, in order. Forward only: one that has landed is never edited. */
export const MIGRATIONS: Readonly<Record<string, Migration>> = {
  '0001-one-dough': oneDough,
  '0002-formulas': formulas,
  '0003-mixes': mixes,
  '0004-cultures': cultures,
  '0005-mixes-stamp': mixesStamp,
  '0006-orders': orders,
  '0007-shown': shown,
  '0008-events': events,
  '0009-ways': ways,
  '0010-told': told,
  '0011-by-subject': bySubject,
  '0012-epoch': epoch,
  '0013-crew': crew,
};
