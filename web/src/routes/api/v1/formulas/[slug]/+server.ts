import { json } from '@sveltejs/kit';
import type { z } from 'zod';
import { Slug } from '@jovet/core/formula';
import { parseWith, problem } from '@jovet/core/problem';
import { noSuchMethod, readBody, readText, refuse } from '$lib/server/api/answer';
import { PublishRequest, PublishTable, RetireRequest } from '$lib/server/api/formula-schemas';
import { database } from '$lib/server/database/connected';
import type { Actor } from '$lib/server/database/connection';
import { docOfTable } from '$lib/server/database/import';
import { publishFormula, readVersion, retireFormula } from '$lib/server/database/formula';

const UNKNOWN = problem('slug', 'This formula is not known here.', 'Choose one from the list of formulas.');

export async function GET({ params, locals }) {
  const version = await readVersion(database(), locals.actor, params.slug);
  return version ? json(version) : refuse(404, [UNKNOWN]);
}

export async function POST({ params, request, url, locals }) {
  if (!Slug.safeParse(params.slug).success)
    return refuse(422, [
      problem('slug', 'This is not a name for links.', 'Use lower-case letters, digits and hyphens.'),
    ]);
  const body = isTable(request)
    ? await readTable(request, url, locals.actor)
    : await readBody(request, PublishRequest);
  if (body instanceof Response) return body;
  const published = await publishFormula(database(), locals.actor, { slug: params.slug, ...body });
  switch (published.kind) {
    case 'published':
      return json({ slug: published.slug, version: published.version });
    case 'refused':
      return refuse(422, published.problems);
    case 'stale': {
      const { stands } = published;
      const sentence =
        body.base === 0
          ? `A formula called ${stands.formula.doc.name} is here already.`
          : `${stands.by} published version ${stands.version} of ${stands.formula.doc.name} since.`;
      const remedy = 'Compare both, then publish over it or take what stands there.';
      return json({ problems: [problem('base', sentence, remedy)], stands }, { status: 409 });
    }
  }
}

const isTable = (request: Request): boolean => /^text\/csv\b/.test(request.headers.get('content-type') ?? '');

/** A sheet as a table, with what else there is to say in the address: `?base=3&note=wetter`. */
async function readTable(
  request: Request,
  url: URL,
  actor: Actor,
): Promise<z.infer<typeof PublishRequest> | Response> {
  const text = await readText(request);
  if (text instanceof Response) return text;
  const asked = parseWith(PublishTable, Object.fromEntries(url.searchParams));
  if (!asked.ok) return refuse(422, asked.problems);
  const doc = await docOfTable(database(), actor, text);
  return doc.ok ? { ...asked.value, doc: doc.value, adopt: [] } : refuse(422, doc.problems);
}

export async function PUT({ params, request, locals }) {
  const body = await readBody(request, RetireRequest);
  if (body instanceof Response) return body;
  const done = await retireFormula(database(), locals.actor, params.slug, body.retired);
  return done ? json({ slug: params.slug, retired: body.retired }) : refuse(404, [UNKNOWN]);
}

export const fallback = noSuchMethod;
