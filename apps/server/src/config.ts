import { number, object, string } from 'yup';

/** Settings of a server or worker process, from its environment. */
export interface Config {
  /** postgres:// address of the database. */
  readonly databaseUrl: string;
  readonly port: number;
  /** Folder of the built studio; empty when something else serves it. */
  readonly webFolder: string;
}

/** Only this machine can reach the studio until accounts are set up. */
export const LOOPBACK = '127.0.0.1';

const schema = object({
  databaseUrl: string().required('set CRUVO_DATABASE_URL to the address of the database'),
  port: number().required().integer().min(0).max(65_535),
  webFolder: string().defined(),
});

export function configFromEnvironment(environment: NodeJS.ProcessEnv = process.env): Config {
  return schema.validateSync({
    databaseUrl: environment['CRUVO_DATABASE_URL'],
    port: environment['CRUVO_PORT'] ?? '4610',
    webFolder: environment['CRUVO_WEB_FOLDER'] ?? '',
  });
}
