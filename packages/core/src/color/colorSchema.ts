import { string } from 'yup';

export const colorSchema = () =>
  string()
    .required()
    .matches(/^#[0-9a-f]{6}$/i, 'write a colour as # and six hexadecimal digits, such as #f4e9d8');
