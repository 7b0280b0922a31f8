import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { Copy, ExternalLink, RefreshCw, Trash2 } from 'lucide-react';
import { useState } from 'react';
import { Alert, Button, Form, InputGroup } from 'react-bootstrap';
import { useStore } from 'zustand';
import { USUAL_LIVE_PAGE, type LiveDriver, type LivePageSettings } from '@cruvo/core/live';
import { sentenceOf } from '@cruvo/core/problem';
import { memberName } from '@cruvo/core/timing';
import {
  changeLivePage,
  deleteLivePage,
  listLivePages,
  liveAddress,
  makeLivePage,
  renewLiveAddress,
  type LivePage,
} from '../../api/livePages';
import { Colour, Figure, Switch } from '../../shell/fields';
import { IconButton } from '../../shell/IconButton';
import { NameForm } from '../../shell/NameForm';
import { closeUp } from './closeUp';
import { useDesk } from './DeskContext';

/** The pages on which the scene is seen live, and what is known of those that are open. */
export function LivePages() {
  const { id, desk, program } = useDesk();
  const { pages: open, connected, delay } = useStore(desk.state);
  const queries = useQueryClient();
  const queryKey = ['live pages', id];
  const { data: pages, error } = useQuery({ queryKey, queryFn: () => listLivePages(id) });
  const settled = { onSettled: () => queries.invalidateQueries({ queryKey }) };
  const make = useMutation({
    mutationFn: (name: string) => {
      // Mostly one character is laid over something else.
      const only = program.members.length === 1 ? program.members[0]!.member.id : null;
      return makeLivePage(id, name, { ...USUAL_LIVE_PAGE, only });
    },
    ...settled,
  });
  const change = useMutation({ mutationFn: changeLivePage, ...settled });
  const renew = useMutation({ mutationFn: renewLiveAddress, ...settled });
  const remove = useMutation({ mutationFn: deleteLivePage, ...settled });
  const failure = error ?? make.error ?? change.error ?? renew.error ?? remove.error;
  return (
    <>
      <p className="small" role="status">
        {!connected
          ? 'The studio’s server is away: pages show the characters at rest until it is back.'
          : open === 0
            ? 'No page is open.'
            : open === 1
              ? 'One page is open.'
              : `${open} pages are open.`}
        {delay && open > 0 && (
          <span className="d-block figures" data-testid="page-delay">
            Mouths are seen there after <strong>{delay.median.toFixed(0)} ms</strong>, 95 % within{' '}
            {delay.most.toFixed(0)} ms
          </span>
        )}
      </p>
      {pages?.length === 0 && (
        <p className="quiet small">
          A live page shows the characters and nothing else, see-through where nothing is drawn. Put
          its address into a program that lays web pages over its picture.
        </p>
      )}
      {pages?.map((page) => (
        <PageCard
          key={page.id}
          page={page}
          onChange={(settings) => change.mutate({ ...page, settings })}
          onRenew={() => renew.mutate(page.id)}
          onRemove={() => remove.mutate(page.id)}
        />
      ))}
      {failure && (
        <Alert variant="danger" className="py-2 my-2">
          {sentenceOf(failure)}
        </Alert>
      )}
      <NameForm
        label="Name of a new live page"
        placeholder="Over the game, full picture …"
        action="New page"
        saving={make.isPending}
        onName={(name) => make.mutateAsync(name).then(() => undefined)}
      />
    </>
  );
}

const WHITE = '#ffffff';

function PageCard({
  page,
  onChange,
  onRenew,
  onRemove,
}: {
  page: LivePage;
  onChange: (settings: LivePageSettings) => void;
  onRenew: () => void;
  onRemove: () => void;
}) {
  const { program } = useDesk();
  const { id, name } = page;
  // Switches go over at once; the server hears of them a moment later.
  const [settings, setSettings] = useState(page.settings);
  const address = liveAddress(page);
  const set = (change: Partial<LivePageSettings>) => {
    const changed = { ...settings, ...change };
    setSettings(changed);
    onChange(changed);
  };
  const { only, backdrop, background, crop, mirrored, driver } = settings;
  return (
    <article className="page-card" aria-label={`Live page ${name}`}>
      <div className="d-flex align-items-center gap-1">
        <strong className="text-truncate me-auto">{name}</strong>
        <IconButton
          icon={RefreshCw}
          label="Another address; this one leads nowhere then"
          onClick={onRenew}
        />
        <IconButton icon={Trash2} label={`Remove ${name}`} onClick={onRemove} />
      </div>
      <InputGroup size="sm" className="mb-2">
        <Form.Control
          readOnly
          aria-label="Address"
          value={address}
          onFocus={({ target }) => target.select()}
        />
        <CopyButton text={address} />
        <a
          className="btn btn-outline-secondary"
          href={address}
          target="_blank"
          rel="noreferrer"
          title="Open it"
        >
          <ExternalLink size={16} aria-hidden />
          <span className="visually-hidden">Open {name}</span>
        </a>
      </InputGroup>
      <Form.Select
        size="sm"
        className="mb-1"
        aria-label="Who is seen"
        value={only ?? ''}
        onChange={({ target }) => set({ only: target.value || null })}
      >
        <option value="">Everybody</option>
        {program.members.map((own) => (
          <option key={own.member.id} value={own.member.id}>
            {memberName(own)} alone
          </option>
        ))}
      </Form.Select>
      <Form.Select
        size="sm"
        className="mb-1"
        aria-label="What of the stage is seen"
        value={crop === null ? 'all' : 'part'}
        onChange={({ target }) =>
          set({ crop: target.value === 'all' ? null : closeUp(program, only) })
        }
      >
        <option value="all">All of the stage</option>
        <option value="part">Close up</option>
      </Form.Select>
      {crop && (
        <div className="figure-row mb-1">
          {(['x', 'y', 'width', 'height'] as const).map((side) => (
            <Figure
              key={side}
              id={`${side}-${id}`}
              label={{ x: 'Left %', y: 'Top %', width: 'Width %', height: 'Height %' }[side]}
              value={100 * crop[side]}
              min={side === 'width' || side === 'height' ? 5 : 0}
              max={100}
              onChange={(percent) => {
                const changed = { ...crop, [side]: percent / 100 };
                if (changed.x + changed.width <= 1 && changed.y + changed.height <= 1) {
                  set({ crop: changed });
                }
              }}
            />
          ))}
        </div>
      )}
      <Switch
        id={`backdrop-${id}`}
        label="Backdrop"
        checked={backdrop}
        onChange={(shown) => set({ backdrop: shown })}
      />
      <Switch
        id={`clear-${id}`}
        label="See-through"
        checked={background === null}
        onChange={(checked) => set({ background: checked ? null : WHITE })}
      />
      {background !== null && (
        <Colour
          label="Background"
          id={id}
          value={background}
          onChange={(color) => set({ background: color })}
        />
      )}
      <Switch
        id={`mirrored-${id}`}
        label="Mirrored"
        checked={mirrored}
        onChange={(turned) => set({ mirrored: turned })}
      />
      <Form.Select
        size="sm"
        className="mt-1"
        aria-label="Driven by"
        value={driver}
        onChange={({ target }) => set({ driver: target.value as LiveDriver })}
      >
        <option value="desk">Driven by this desk</option>
        <option value="microphone">Hears a microphone by itself</option>
        <option value="face">Hears a microphone and sees a face by itself</option>
      </Form.Select>
    </article>
  );
}

function CopyButton({ text }: { text: string }) {
  const [copied, setCopied] = useState(false);
  return (
    <Button
      variant="outline-secondary"
      title="Copy the address"
      onBlur={() => setCopied(false)}
      onClick={() => void navigator.clipboard.writeText(text).then(() => setCopied(true))}
    >
      <Copy size={16} aria-hidden /> {copied ? 'Copied' : 'Copy'}
    </Button>
  );
}
