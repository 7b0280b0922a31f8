import { object, string } from 'yup';
import type { StudioClient } from './studioClient';

const schema = object({
  production: object({ id: string().required(), name: string().required() }).required(),
});

/** Brings a production file into a studio. @returns what it is called there */
export async function bringProduction(
  client: StudioClient,
  file: string,
  report: (share: number) => void = () => undefined,
  signal?: AbortSignal,
): Promise<string> {
  const { production } = await client.upload('/productions/file', file, schema, report, signal);
  return production.name;
}
