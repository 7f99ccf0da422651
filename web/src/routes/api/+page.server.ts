import { openApi } from '$lib/server/endpoints/openapi';

interface Operation {
  summary?: string;
  description?: string;
  requestBody?: { content?: Record<string, { example?: unknown }> };
}

/** The same document as openapi.json, for reading. */
export const load = () => {
  const { paths = {}, info } = openApi();
  const operations = Object.entries(paths).flatMap(([path, methods]) =>
    Object.entries(methods as Record<string, Operation>).map(
      ([method, { summary, description, requestBody }]) => ({
        path,
        method: method.toUpperCase(),
        summary: summary ?? '',
        description: description ?? '',
        example: requestBody?.content?.['application/json']?.example ?? null,
      }),
    ),
  );
  return { operations, description: info.description ?? '' };
};
