import { Router } from 'express';
import { array, object, string } from 'yup';
import { type Speller, languageSchema } from '@cruvo/core/speech';

const MOST_WORDS = 20_000;

const requestSchema = object({
  language: languageSchema(),
  words: array(string().required().max(100)).required().min(1).max(MOST_WORDS),
});

/** How words sound, for languages and names that the studio's own dictionary lacks. */
export function pronunciationRoutes(speller: Speller): Router {
  const router = Router();
  router.post('/pronunciations', async (request, response) => {
    const { language, words } = requestSchema.validateSync(request.body, { strict: true });
    const sounds = await speller([...new Set(words)], language);
    response.json({ language, sounds: Object.fromEntries(sounds) });
  });
  return router;
}
