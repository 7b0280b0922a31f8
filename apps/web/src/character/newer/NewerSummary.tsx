import { Switch } from '../../shell/fields';
import { Form } from 'react-bootstrap';
import {
  type ArtworkComparison,
  type Character,
  type Continued,
  type Drawing,
  type NewerWishes,
  type Part,
  type ConfirmedPairs,
  partsOf,
  recognise,
} from '@cruvo/core/character';
import { meaningInWords } from '../parts/meaningInWords';
import type { BrowserImages } from '@cruvo/painter/browser';
import { ChangeRow } from './ChangeRow';

interface NewerSummaryProps {
  readonly mine: Character;
  readonly newer: Character;
  readonly images: BrowserImages;
  readonly comparison: ArtworkComparison;
  readonly said: ConfirmedPairs;
  readonly setSaid: (said: ConfirmedPairs) => void;
  readonly wishes: NewerWishes;
  readonly setWishes: (wishes: NewerWishes) => void;
}

/** What newer artwork would change, part by part, with a say in what can't be known. */
export function NewerSummary(props: NewerSummaryProps) {
  const { mine, newer, images, comparison, said, setSaid, wishes, setWishes } = props;
  const { continued, added, removed, arranged, page } = comparison;
  const findings = recognise(partsOf(newer));
  const renamed = continued.filter(({ part, layer }) => part.name !== layer.name);
  const changed = (kind: Continued['change']) =>
    continued.filter(
      ({ part, layer, change, drawing }) =>
        change === kind && part.name === layer.name && (drawing ?? part.drawing) !== null,
    );
  const [redrawn, moved] = [changed('redrawn'), changed('moved')];
  const same = continued.length - renamed.length - redrawn.length - moved.length;
  const before = ({ drawing }: Part) =>
    drawing === null ? null : (mine.drawings[drawing] ?? null);
  const say = (part: Part, layer: string | null | undefined) => {
    const next = new Map(said);
    if (layer === undefined) next.delete(part.id);
    else next.set(part.id, layer);
    setSaid(next);
  };
  const keep = (part: Part, kept: boolean) => {
    const next = new Set(wishes.kept);
    if (kept) next.add(part.id);
    else next.delete(part.id);
    setWishes({ ...wishes, kept: next });
  };
  const row = (part: Part, after: Drawing | null) => ({ before: before(part), after, images });
  const unclaimed = added.filter(({ drawing }) => drawing !== null);

  return (
    <div className="newer-summary">
      <p>
        {same === 0
          ? ''
          : same === 1
            ? 'One part is as it was. '
            : `${same} parts are as they were. `}
        {page.scale !== 1 &&
          `The page is ${Math.round(page.scale * 100)} % of its former size; the character keeps its own.`}
        {page.scale === 1 &&
          (page.x !== 0 || page.y !== 0) &&
          'The page was extended; everything stays where it was.'}
        {same === continued.length &&
          added.length + removed.length === 0 &&
          ' Nothing has been drawn anew.'}
      </p>
      <Changes title="Redrawn" count={redrawn.length}>
        {redrawn.map(({ part, drawing }) => (
          <ChangeRow key={part.id} name={part.name} {...row(part, drawing)} />
        ))}
      </Changes>
      <Changes title="Moved" count={moved.length}>
        {moved.map(({ part, drawing }) => (
          <ChangeRow key={part.id} name={part.name} {...row(part, drawing)} />
        ))}
      </Changes>
      <Changes title="Renamed" count={renamed.length}>
        {renamed.map(({ part, layer, by, drawing }) => (
          <ChangeRow
            key={part.id}
            name={`${part.name} → ${layer.name}`}
            detail={by === 'guess' ? 'They look alike. Is it the same?' : RENAMED_BY[by]}
            {...row(part, drawing)}
          >
            {by !== 'name' && (
              <Form.Check
                type="switch"
                id={`same-${part.id}`}
                label="The same"
                checked
                onChange={() => say(part, by === 'said' ? undefined : null)}
              />
            )}
          </ChangeRow>
        ))}
      </Changes>
      <Changes title="New" count={added.length}>
        {added.map(({ layer, drawing }) => {
          const finding = findings.get(layer.id);
          return (
            <ChangeRow
              key={layer.id}
              name={layer.name}
              detail={finding ? `taken for: ${meaningInWords(finding)}` : 'a part like any other'}
              before={null}
              after={drawing}
              images={images}
            />
          );
        })}
      </Changes>
      <Changes title="Gone" count={removed.length}>
        {removed.map(({ part, needed }) => (
          <ChangeRow
            key={part.id}
            name={part.name}
            detail={needed ? 'The mouth or the eyes use it; they go on with what is left.' : ''}
            {...row(part, null)}
          >
            {unclaimed.length > 0 && part.drawing !== null && (
              <Form.Select
                size="sm"
                className="w-auto"
                aria-label={`What ${part.name} is now`}
                value=""
                onChange={({ target }) => say(part, target.value || undefined)}
              >
                <option value="">is gone, or is now …</option>
                {unclaimed.map(({ layer }) => (
                  <option key={layer.id} value={layer.id}>
                    {layer.name}
                  </option>
                ))}
              </Form.Select>
            )}
            <Form.Check
              id={`keep-${part.id}`}
              label="Keep it"
              checked={wishes.kept.has(part.id)}
              onChange={({ target }) => keep(part, target.checked)}
            />
          </ChangeRow>
        ))}
      </Changes>
      {arranged.length > 0 && (
        <Switch
          id="newer-arrangement"
          className="mt-3"
          label={`Use order, groups, opacity and blending of the file too (they differ for ${listed(arranged)})`}
          checked={wishes.arrangement}
          onChange={(on) => setWishes({ ...wishes, arrangement: on })}
        />
      )}
    </div>
  );
}

const RENAMED_BY = {
  name: 'renamed here; it stays connected',
  picture: 'the very same picture',
  said: 'as you said',
} as const;

function Changes({
  title,
  count,
  children,
}: {
  title: string;
  count: number;
  children: React.ReactNode;
}) {
  if (count === 0) return null;
  return (
    <section aria-label={title}>
      <h3 className="h6">
        {title} <span className="quiet">{count}</span>
      </h3>
      <ul>{children}</ul>
    </section>
  );
}

const NAMED = 4;

function listed(parts: readonly Part[]): string {
  const names = parts.slice(0, NAMED).map(({ name }) => name);
  const more = parts.length - names.length;
  return more > 0 ? `${names.join(', ')} and ${more} more` : names.join(', ');
}
