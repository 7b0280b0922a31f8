import { Check, Copy, Printer } from 'lucide-react';
import { useState } from 'react';
import { Button, Form, Table } from 'react-bootstrap';
import {
  namingSheet,
  namingTables,
  NAMING_LANGUAGES,
  type NamedThing,
} from '@cruvo/core/character';
import { TopBar } from '../shell/TopBar';

const COPIED_MS = 2000;

/** What layers can be called, as a sheet to print or to copy. */
export function NamingPage() {
  const [copied, setCopied] = useState(false);
  const [language, setLanguage] = useState(ownLanguage);
  const { left, right, parts, sounds, shapes, loudness, expressions } = namingTables(language);
  const copy = async () => {
    await navigator.clipboard.writeText(namingSheet(language));
    setCopied(true);
    setTimeout(() => setCopied(false), COPIED_MS);
  };
  return (
    <div className="page">
      <TopBar title={<h1 className="h6 mb-0">Naming your layers</h1>}>
        <Form.Select
          size="sm"
          className="w-auto"
          aria-label="Language of the layers’ names"
          title="Layers may be named in any of these, also mixed in one file"
          value={language}
          onChange={({ target }) => setLanguage(target.value)}
        >
          {NAMING_LANGUAGES.map(([code, name]) => (
            <option key={code} value={code}>
              {name}
            </option>
          ))}
        </Form.Select>
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
            and right are the character’s own: <Words words={left} />, <Words words={right} />.
          </p>
          <div className="columns">
            <section>
              <h2 className="h5">Parts</h2>
              <WordTable rows={parts} label="Names of parts" />
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
              <WordTable rows={sounds} label="Names of sounds" />
              <p className="small">
                Where no sound is named, its look tells:{' '}
                {shapes.map(({ what, words }) => (
                  <span key={what}>
                    <Words words={words} /> for {what};{' '}
                  </span>
                ))}
                {loudness.length > 0 && (
                  <>
                    how loud: <Words words={loudness} />;{' '}
                  </>
                )}
                expressions, which say nothing: <Words words={expressions} />.
              </p>
            </section>
          </div>
        </div>
      </main>
    </div>
  );
}

/** The language that the browser speaks, where layers can be named in it. */
function ownLanguage(): string {
  const own = navigator.language.slice(0, 2);
  return NAMING_LANGUAGES.some(([code]) => code === own) ? own : 'en';
}

function WordTable({ rows, label }: { rows: readonly NamedThing[]; label: string }) {
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
