import { json } from '@sveltejs/kit';
import { Slug } from '@jovet/core/formula';
import { problem } from '@jovet/core/problem';
import { noSuchMethod, readBody, refuse } from '$lib/server/api/answer';
import { PublishRequest, RetireRequest } from '$lib/server/api/formula-schemas';
import { database } from '$lib/server/database/connected';
import { publishFormula, readVersion, retireFormula } from '$lib/server/database/formula';

const UNKNOWN = problem('slug', 'This formula is not known here.', 'Choose one from the list of formulas.');

export async function GET({ params, locals }) {
  const version = await readVersion(database(), locals.actor, params.slug);
  return version ? json(version) : refuse(404, [UNKNOWN]);
}

export async function POST({ params, request, locals }) {
  if (!Slug.safeParse(params.slug).success)
    return refuse(422, [
      problem('slug', 'This is not a name for links.', 'Use lower-case letters, digits and hyphens.'),
    ]);
  const body = await readBody(request, PublishRequest);
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

export async function PUT({ params, request, locals }) {
  const body = await readBody(request, RetireRequest);
  if (body instanceof Response) return body;
  const done = await retireFormula(database(), locals.actor, params.slug, body.retired);
  return done ? json({ slug: params.slug, retired: body.retired }) : refuse(404, [UNKNOWN]);
}

export const fallback = noSuchMethod;
