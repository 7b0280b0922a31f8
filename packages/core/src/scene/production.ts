import { number, object, string, type Schema } from 'yup';

export const PRODUCTION_VERSION = 1;

/** All that belongs to one piece of work. Its characters and scenes are documents of their own. */
export interface Production {
  readonly schemaVersion: typeof PRODUCTION_VERSION;
  readonly name: string;
}

/** Checks a production that comes from outside. */
export const productionSchema: Schema<Production> = object({
  schemaVersion: number<1>().required().oneOf([PRODUCTION_VERSION]),
  name: string().trim().required('give the production a name').max(200),
});
