import { Check, Copy, Printer } from 'lucide-react';
import { useState } from 'react';
import { Button, Table } from 'react-bootstrap';
import {
  EXPRESSION_WORDS,
  LOUDNESS_WORDS,
  ROLES,
  ROLE_WORDS,
  SHAPE_WORDS,
  SIDE_WORDS,
  SOUND_WORDS,
  namingSheet,
} from '@cruvo/core/character';
import { VISEME_NAMES } from '@cruvo/core/speech';
import { TopBar } from '../shell/TopBar';

const COPIED_MS = 2000;

/** What layers can be called, as a sheet to print or to copy. */
export function NamingPage() {
  const [copied, setCopied] = useState(false);
  const copy = async () => {
    await navigator.clipboard.writeText(namingSheet());
    setCopied(true);
    setTimeout(() => setCopied(false), COPIED_MS);
  };
  return (
    <div className="page">
      <TopBar title={<h1 className="h6 mb-0">Naming your layers</h1>}>
        <Button size="sm" variant="quiet" onClick={() => void copy()}>
          {copied ? <Check size={16} aria-hidden /> : <Copy size={16} aria-hidden />}{' '}
          {copied ? 'Copied' : 'Copy'}
        </Button>
        <Button size="sm" variant="quiet" onClick={() => window.print()}>
          <Printer size={16} aria-hidden /> Print
        </Button>
      </TopBar>
      <main className="page-body">
        <div className="page-column naming-sheet">
          <p>
            Ordinary words, in any order, case and separator; plurals and numbers are fine. A layer
            that is called anything else keeps its place and simply belongs to the character. Left
            and right are the character’s own: <Words words={SIDE_WORDS.left} />,{' '}
            <Words words={SIDE_WORDS.right} />.
          </p>
          <div className="columns">
            <section>
              <h2 className="h5">Parts</h2>
              <WordTable
                rows={ROLES.map((role) => ({ what: role, words: ROLE_WORDS[role] }))}
                label="Names of parts"
              />
              <p className="small">
                Inside a group of eyes, <Words words={['open', 'closed', 'white']} /> are enough.
                Numbered closed eyes become a blink over several drawings.
              </p>
            </section>
            <section>
              <h2 className="h5">Mouth drawings</h2>
              <p className="small">
                In a group named <Words words={['mouth']} />, or with that word before them. Groups
                inside are moods; numbers alone make steps, or from five on a strip.
              </p>
              <WordTable
                rows={SOUND_WORDS.map(([viseme, words]) => ({
                  what: VISEME_NAMES[viseme]!,
                  words,
                }))}
                label="Names of sounds"
              />
              <p className="small">
                Where no sound is named, its look tells:{' '}
                {SHAPE_WORDS.map(([viseme, words]) => (
                  <span key={viseme}>
                    <Words words={words} /> for {VISEME_NAMES[viseme]};{' '}
                  </span>
                ))}
                how loud: <Words words={Object.keys(LOUDNESS_WORDS)} />; expressions, which say
                nothing: <Words words={EXPRESSION_WORDS} />.
              </p>
            </section>
          </div>
        </div>
      </main>
    </div>
  );
}

function WordTable({
  rows,
  label,
}: {
  rows: readonly { readonly what: string; readonly words: readonly string[] }[];
  label: string;
}) {
  return (
    <Table size="sm" aria-label={label}>
      <tbody>
        {rows.map(({ what, words }) => (
          <tr key={what}>
            <th scope="row">{what}</th>
            <td>
              <Words words={words} />
            </td>
          </tr>
        ))}
      </tbody>
    </Table>
  );
}

function Words({ words }: { words: readonly string[] }) {
  return (
    <>
      {words.map((word, at) => (
        <span key={word}>
          {at > 0 && ', '}
          <code>{word}</code>
        </span>
      ))}
    </>
  );
}
