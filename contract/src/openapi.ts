import * as z from 'zod';
import { API, NAMES, type ApiRoute } from './api';
import { SCOPES } from './requests/token';

const schemaOf = (s: z.ZodType, io: 'input' | 'output' = 'input') => {
  const { $schema: _, ...schema } = z.toJSONSchema(s, { unrepresentable: 'any', io });
  return schema;
};

function operation(tag: string, r: ApiRoute): object {
  const params = [...r.path.matchAll(NAMES)].map(([, name]) => ({
    name,
    in: 'path',
    required: true,
    schema: { type: 'string' },
  }));
  const query = r.query ? (schemaOf(r.query) as { properties?: Record<string, object>; required?: string[] }) : {};
  const asked = Object.entries(query.properties ?? {}).map(([name, schema]) => ({
    name,
    in: 'query',
    required: query.required?.includes(name) ?? false,
    schema,
  }));
  const json = r.body && { schema: schemaOf(r.body), ...(r.example === undefined ? {} : { example: r.example }) };
  const content = json ? { 'application/json': json } : r.sends ? { [r.sends]: {} } : undefined;
  return {
    tags: [tag],
    summary: r.says,
    ...(r.needs === 'nothing' ? { security: [] } : {}),
    ...(r.scope ? { security: [{ device: [] }, { token: r.scope }] } : {}),
    ...(params.length + asked.length ? { parameters: [...params, ...asked] } : {}),
    ...(content ? { requestBody: { required: true, content } } : {}),
    responses: {
      '2XX': {
        description: 'Done.',
        content: { [r.gives ?? 'application/json']: r.reply ? { schema: schemaOf(r.reply, 'output') } : {} },
      },
      '4XX': { $ref: '#/components/responses/problem' },
    },
    'x-needs': r.needs,
  };
}

/** All of it as OpenAPI 3.1 (Specification 3.1.1), made from the schemas the server itself reads requests with. */
export function openApi(): object {
  const paths = new Map<string, [string, object][]>();
  for (const [tag, routes] of Object.entries(API))
    for (const r of routes) {
      const at = `/api${r.path.replace(NAMES, '{$1}')}`;
      paths.set(at, [...(paths.get(at) ?? []), [r.method, operation(tag, r)]]);
    }
  return {
    openapi: '3.1.1',
    info: {
      title: 'Ash Knot',
      version: '1',
      description:
        'What the program’s own pages ask. Bodies are JSON; what is wrong comes back as a problem document (RFC 9457) that names its field and its bound.',
    },
    security: [{ device: [] }],
    tags: Object.keys(API).map((name) => ({ name })),
    paths: Object.fromEntries([...paths].map(([at, by]) => [at, Object.fromEntries(by)])),
    components: {
      securitySchemes: {
        device: { type: 'apiKey', in: 'cookie', name: 'ashknot', description: 'Set by POST /api/session.' },
        token: {
          type: 'http',
          scheme: 'bearer',
          description: `A key a lead has made, with an end: ${SCOPES.join(', ')}. It writes nothing but bookings.`,
        },
      },
      responses: { problem: { description: 'What is wrong, in a sentence.', content: { 'application/problem+json': {} } } },
    },
  };
}
