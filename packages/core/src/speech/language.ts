import { string } from 'yup';

/** A language by its ISO 639 code, as speech synthesisers name their voices: en, es, pt-br. */
export const languageSchema = () =>
  string()
    .required()
    .matches(
      /^[a-z]{2,3}(-[a-z0-9-]{1,16})?$/,
      'name a language by its code, such as en, es or fr',
    );

/** Languages that are offered by name; any other that the server’s synthesiser speaks can be named by its code. */
export const LANGUAGES: readonly { readonly code: string; readonly name: string }[] = [
  { code: 'en', name: 'English' },
  { code: 'es', name: 'Spanish' },
  { code: 'fr', name: 'French' },
  { code: 'it', name: 'Italian' },
  { code: 'de', name: 'German' },
  { code: 'pl', name: 'Polish' },
];

export const ENGLISH = 'en';
