import { createConfig, lint } from '@redocly/openapi-core';
import { expect, it } from 'vitest';
import description from './openapi.json';

it('is clean by a public linter of API descriptions', async () => {
  const config = await createConfig({
    extends: ['recommended'],
    // What visitors send has files and plans side by side; ids that would clash are refused for plans.
    rules: { 'no-ambiguous-paths': 'off' },
  });
  const found = await lint({ ref: 'src/api/openapi.json', config });
  expect(found.map(({ ruleId, message, location }) => `${ruleId}: ${message} ${location[0]?.pointer ?? ''}`)).toEqual([]);
});

it('gives an example, as the tests sent it, of nearly every call', () => {
  const calls = Object.entries(description.paths).flatMap(([path, methods]) =>
    Object.entries(methods as Record<string, Call>).map(([method, call]) => ({ name: `${method} ${path}`, call })),
  );
  // what is left takes a whole plan, or is sent by the browser's walks only
  const without = calls.filter(({ call }) => !hasExample(call)).map(({ name }) => name);
  expect(without.length, without.join('\n')).toBeLessThan(calls.length / 5);
});

interface Call {
  parameters?: { in: string; example?: unknown }[];
  requestBody?: { content: Record<string, { example?: unknown }> };
  responses: Record<string, { content?: Record<string, { example?: unknown }> }>;
}

function hasExample({ parameters = [], requestBody, responses }: Call) {
  const contents = [requestBody, ...Object.values(responses)].flatMap((part) => Object.values(part?.content ?? {}));
  return parameters.some(({ example }) => example !== undefined) || contents.some(({ example }) => example !== undefined);
}

it('says of every call what it does, who may send it and what a refusal is', () => {
  const calls = Object.values(description.paths).flatMap((path) => Object.values(path as Record<string, unknown>)) as {
    summary: string;
    description: string;
    responses: Record<string, { content?: Record<string, unknown> }>;
  }[];
  expect(calls.length).toBeGreaterThan(250);
  for (const { summary, description: said, responses } of calls) {
    expect(summary).not.toBe('');
    expect(said).toMatch(/Needs |Visitors call it/);
    expect(Object.keys(responses['4XX']?.content ?? {})).toEqual(['application/problem+json']);
    expect(Object.values(responses).flatMap(({ content }) => Object.keys(content ?? {}))).not.toContain('*/*');
  }
});
