import { ValidationError } from 'yup';
import { CHARACTER_VERSION, characterSchema, type Character } from '../character/character';
import { Problem } from '../problem';
import { PRODUCTION_VERSION, productionSchema, type Production } from '../scene/production';
import { SCENE_VERSION, sceneSchema, type Scene } from '../scene/scene';
import { migrated, MIGRATIONS } from './migrations';
import { checkStorable } from './storable';

/** The kinds of document that are saved, each with a schema version and a revision. */
export interface DocumentBodies {
  production: Production;
  character: Character;
  scene: Scene;
}

export type DocumentKind = keyof DocumentBodies;

export const DOCUMENT_KINDS: readonly DocumentKind[] = ['production', 'character', 'scene'];

const SCHEMAS = {
  production: { version: PRODUCTION_VERSION, schema: productionSchema },
  character: { version: CHARACTER_VERSION, schema: characterSchema },
  scene: { version: SCENE_VERSION, schema: sceneSchema },
};

/**
 * Checks a document that comes from outside, and brings one that an older Cruvo saved up to date.
 *
 * @throws Problem that names the first thing wrong, or says that a newer Cruvo is needed
 */
export function readDocument<Kind extends DocumentKind>(
  kind: Kind,
  body: unknown,
): DocumentBodies[Kind] {
  const { version, schema } = SCHEMAS[kind];
  const found = (body as { schemaVersion?: unknown } | null)?.schemaVersion;
  if (typeof found === 'number' && found > version) {
    throw new Problem(
      'bad-input',
      `This ${kind} was saved by a newer Cruvo. Update Cruvo to open it.`,
    );
  }
  checkStorable(body, kind);
  try {
    return schema.validateSync(migrated(body, MIGRATIONS[kind]), {
      strict: true,
    }) as DocumentBodies[Kind];
  } catch (error) {
    // A migration finds something else than it expects in a body that isn't of its stated version.
    if (error instanceof TypeError) {
      throw new Problem('bad-input', `This ${kind} can’t be used: it is not what it says to be.`);
    }
    if (!(error instanceof ValidationError)) throw error;
    throw new Problem('bad-input', `This ${kind} can’t be used: ${error.message}.`);
  }
}
