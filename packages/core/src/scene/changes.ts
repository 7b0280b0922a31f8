import equal from 'fast-deep-equal';
import type { Corrections } from '../mouth/mouths';
import { toSeconds, type Flicks } from '../time';
import type { Line } from './line';
import { linesOf, type Scene } from './scene';

/** What differs between two versions of a scene, one plain sentence for each thing. */
export function describeChanges(before: Scene, after: Scene): string[] {
  const sentences: string[] = [];
  const say = (differs: boolean, sentence: string) => {
    if (differs) sentences.push(sentence);
  };
  say(before.name !== after.name, `The scene is called “${after.name}”.`);
  say(before.length !== after.length, `The scene is ${inSeconds(after.length)} long.`);
  say(before.frameRate !== after.frameRate, `It runs at ${after.frameRate} frames a second.`);
  say(!equal(before.stage, after.stage), 'The stage has another size or colour.');
  say(!equal(before.backdrop, after.backdrop), 'The backdrop is another one.');
  say(!equal(before.cast, after.cast), 'Characters stand elsewhere, or are others.');
  say(!equal(before.captions, after.captions), 'What is written on the stage looks otherwise.');
  say(
    !equal(before.reactions, after.reactions) || !equal(before.performances, after.performances),
    'Characters are moved by other reactions, or perform otherwise.',
  );
  say(!equal(before.takes, after.takes), 'What was performed is laid down otherwise.');
  say(!equal(before.keys, after.keys), 'Controls have other keys.');
  say(!equal(before.moves, after.moves), 'Moves are laid down otherwise.');
  say(
    !equal(before.emitters, after.emitters) || !equal(before.physics, after.physics),
    'Other things fall and fly, or fly otherwise.',
  );
  say(
    !equal(before.bodies, after.bodies) || !equal(before.links, after.links),
    'Other things push and are pushed, or otherwise.',
  );
  say(!equal(before.markers, after.markers), 'Markers stand elsewhere, or are others.');
  say(!equal(before.workArea, after.workArea), 'Another stretch is worked on.');

  for (const line of linesOf(after)) {
    const old = before.lines[line.id];
    if (old) sentences.push(...lineChanges(old, line));
    else sentences.push(`There is a new line, “${line.name}”.`);
  }
  for (const { id, name } of linesOf(before)) {
    say(!after.lines[id], `The line “${name}” is gone.`);
  }
  return sentences;
}

const inSeconds = (time: Flicks) => `${toSeconds(time).toFixed(2)} s`;

function lineChanges(before: Line, after: Line): string[] {
  const name = `“${after.name}”`;
  const corrections = correctionChanges(before.corrections, after.corrections);
  return [
    ...(!equal(before.voice, after.voice) ? [`The line ${name} has another voice.`] : []),
    ...(before.script !== after.script
      ? [`The script of ${name} reads “${shortened(after.script)}”.`]
      : []),
    ...(before.name !== after.name ? [`The line “${before.name}” is called ${name}.`] : []),
    ...(before.row !== after.row ? [`${name} is spoken by somebody else.`] : []),
    ...(before.offset !== after.offset || before.length !== after.length
      ? [`${name} is heard for another stretch of its voice.`]
      : []),
    ...(before.gain !== after.gain ||
    before.fadeIn !== after.fadeIn ||
    before.fadeOut !== after.fadeOut
      ? [`${name} is louder or quieter, or fades otherwise.`]
      : []),
    ...(before.start !== after.start ? [`${name} starts at ${inSeconds(after.start)}.`] : []),
    ...(!equal(before.fit, after.fit) ? [`${name} is fitted with other settings.`] : []),
    ...(!equal(before.reviewed, after.reviewed) ? [`More of ${name} was looked at.`] : []),
    ...(before.track !== after.track ? [`The mouths of ${name} were fitted anew.`] : []),
    ...(corrections.length > 0
      ? [`Mouths of ${name} were changed by hand at ${corrections.join(', ')}.`]
      : []),
  ];
}

const SCRIPT_SHOWN = 60;

function shortened(text: string): string {
  return text.length > SCRIPT_SHOWN ? `${text.slice(0, SCRIPT_SHOWN).trimEnd()} …` : text;
}

const MOST_TIMES_NAMED = 6;

/** The times at which two sets of corrections differ, as "1.25 s", the first few of them. */
function correctionChanges(before: Corrections, after: Corrections): string[] {
  const key = ({ start, end, drawing }: Corrections[number]) => `${start} ${end} ${drawing}`;
  const old = new Set(before.map(key));
  const kept = new Set(after.map(key));
  const times = [
    ...after.filter((piece) => !old.has(key(piece))),
    ...before.filter((piece) => !kept.has(key(piece))),
  ].map(({ start }) => inSeconds(start));
  const named = [...new Set(times)].sort((a, b) => parseFloat(a) - parseFloat(b));
  const rest = named.length - MOST_TIMES_NAMED;
  return rest > 0 ? [...named.slice(0, MOST_TIMES_NAMED), `${rest} more places`] : named;
}
