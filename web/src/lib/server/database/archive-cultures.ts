import type { Archive } from '@jovet/core/formats';
import type { Actor, Tx } from './connection.ts';
import { moment, seconds } from './epoch.ts';
import { eventOfSign, signsOfBuild } from './culture.ts';
import { addEvents } from './event.ts';

/** Every culture with every feeding, also those that were ended or taken back. */
export async function culturesOf(tx: Tx, { bakehouseId }: Actor): Promise<Archive['cultures']> {
  const cultures = await tx
    .selectFrom('culture')
    .innerJoin('person', 'person.id', 'culture.updated_by')
    .select(['culture.id', 'culture.doc', 'culture.retired_at', 'culture.updated_at', 'person.name as by'])
    .where('culture.bakehouse_id', '=', bakehouseId)
    .orderBy('culture.slug')
    .execute();
  const builds = await tx
    .selectFrom('culture_build as build')
    .innerJoin('culture', 'culture.id', 'build.culture_id')
    .innerJoin('person', 'person.id', 'build.updated_by')
    .select(['build.id', 'build.culture_id', 'build.parent_build_id as parent', 'build.doc as build'])
    .select(['build.dropped_at', 'build.updated_at', 'person.name as by'])
    .select(signsOfBuild.as('signs'))
    .where('culture.bakehouse_id', '=', bakehouseId)
    .orderBy('build.fed_at')
    .execute();
  return cultures.map(({ id, doc, retired_at, updated_at, by }) => ({
    doc,
    retired: retired_at !== null,
    builds: builds
      .filter((build) => build.culture_id === id)
      .map(({ culture_id: _, dropped_at, updated_at: at, ...build }) => ({
        ...build,
        dropped: dropped_at !== null,
        signs: [...build.signs],
        at: seconds(at),
      })),
    by,
    at: seconds(updated_at),
  }));
}

/** Brings cultures back as they were. A seed may come from a build of another culture, so all builds stand before it. */
export async function restoreCultures(
  tx: Tx,
  actor: Actor,
  cultures: Archive['cultures'],
  makeId: () => string,
  by: (name: string) => string,
): Promise<void> {
  const fed = [];
  for (const { doc, retired, builds, by: author, at } of cultures) {
    const id = makeId();
    await tx
      .insertInto('culture')
      .values({
        id,
        bakehouse_id: actor.bakehouseId,
        slug: doc.slug,
        doc: JSON.stringify(doc),
        retired_at: retired ? moment(at) : null,
        updated_by: by(author),
        updated_at: moment(at),
      })
      .execute();
    fed.push(...builds.map((build) => ({ ...build, culture_id: id })));
  }
  fed.sort((a, b) => a.build.at - b.build.at);
  for (const { id, culture_id, parent, build, dropped, signs, by: author, at } of fed) {
    await tx
      .insertInto('culture_build')
      .values({
        id,
        culture_id,
        parent_build_id: parent,
        fed_at: moment(build.at),
        doc: JSON.stringify(build),
        dropped_at: dropped ? moment(at) : null,
        updated_by: by(author),
        updated_at: moment(at),
      })
      .execute();
    for (const { by: seer, ...sign } of signs)
      await addEvents(tx, { ...actor, personId: by(seer) }, [eventOfSign(id, sign)]);
  }
}
