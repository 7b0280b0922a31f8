declare module 'plotly.js-cartesian-dist-min' {
  export { default } from 'plotly.js-dist-min';
}
