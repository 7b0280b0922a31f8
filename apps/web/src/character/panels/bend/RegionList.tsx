import { Brush, Plus, Trash2 } from 'lucide-react';
import { Button } from 'react-bootstrap';
import {
  regionsOf,
  RESTING_REGION,
  restPlaceOf,
  stopAt,
  regionKey,
  withoutRegion,
  withRegion,
  withRegionChanged,
  withStopRegion,
  type Bend,
  type Region,
  type RegionChange,
} from '@cruvo/core/character';
import { inverse, mapped } from '@cruvo/core/geometry';
import { filled, mirroredWeights, normalised, regionStart } from '@cruvo/core/mesh';
import { IconButton } from '../../../shell/IconButton';
import { NameField } from '../../../shell/NameField';
import { Figure } from '../../../shell/fields';
import { useCharacter, useOpenCharacter } from '../../CharacterContext';
import { usePlacing } from '../../usePlacing';

/** The soft regions of a bend: areas that go along by weights, without an edge. */
export function RegionList({ bend }: { bend: Bend }) {
  const { store, pick } = useOpenCharacter();
  const painted = useCharacter(({ region }) => (region?.bend === bend.id ? region.id : null));
  const regions = regionsOf(bend);
  const { change, paint } = store.getState();
  const add = () =>
    pick({
      prompts: ['Click the middle of the region', 'Click where it ends'],
      onDone: (points) => {
        const { character } = store.getState();
        const back = inverse(restPlaceOf(character, bend.parts[0]!));
        const [middle, edge] = points.map((point) => mapped(back, point));
        const grid = regionStart(bend.outline, middle!, edge!);
        const name = `Region ${regions.length + 1}`;
        change((before) => withRegion(before, bend.id, name, middle!, grid));
        const made = regionsOf(store.getState().character.bends[bend.id]!).at(-1);
        if (made) paint({ bend: bend.id, id: made.id });
      },
    });
  const apply = (grids: readonly Pick<Region, 'weights'>[]) =>
    change((before) =>
      regions.reduce(
        (now, { id }, at) => withRegionChanged(now, bend.id, id, { weights: grids[at]!.weights }),
        before,
      ),
    );
  return (
    <div className="mt-2">
      <div className="d-flex align-items-center">
        <h3 className="h6 mb-0">Soft regions</h3>
        <IconButton icon={Plus} label="Add a soft region" onClick={add} />
        {regions.length > 1 && (
          <Button
            size="sm"
            variant="link"
            className="ms-auto p-0"
            title="Where they overlap, together they make one"
            onClick={() => apply(normalised(regions))}
          >
            Normalise
          </Button>
        )}
      </div>
      {regions.map((region) => (
        <RegionCard key={region.id} {...{ bend, region }} open={region.id === painted} />
      ))}
    </div>
  );
}

function RegionCard({ bend, region, open }: { bend: Bend; region: Region; open: boolean }) {
  const { store } = useOpenCharacter();
  const { change, paint } = store.getState();
  const set = (fields: Partial<Region>) =>
    change((before) => withRegionChanged(before, bend.id, region.id, fields));
  return (
    <section className="control-card small" aria-label={region.name}>
      <div className="d-flex align-items-center gap-1">
        <span className="flex-fill text-truncate">
          <NameField
            name={region.name}
            label={`Name of ${region.name}`}
            title="Rename the soft region"
            onRename={(name) => set({ name })}
          />
        </span>
        <Button
          size="sm"
          variant={open ? 'primary' : 'quiet'}
          aria-pressed={open}
          onClick={() => paint(open ? null : { bend: bend.id, id: region.id })}
        >
          <Brush size={14} aria-hidden /> Paint
        </Button>
        <IconButton
          icon={Trash2}
          label={`Remove ${region.name}`}
          onClick={() => change((before) => withoutRegion(before, bend.id, region.id))}
        />
      </div>
      {open && (
        <div className="d-flex flex-wrap gap-1">
          <Button size="sm" variant="quiet" onClick={() => set(filled(region, 1))}>
            Fill
          </Button>
          <Button size="sm" variant="quiet" onClick={() => set(filled(region, 0))}>
            Empty
          </Button>
          <Button size="sm" variant="quiet" onClick={() => set(mirroredWeights(region))}>
            Mirror
          </Button>
        </div>
      )}
      <RegionAtStop bend={bend} region={region} />
    </section>
  );
}

/** What the stop that is being shown does to a region. */
function RegionAtStop({ bend, region }: { bend: Bend; region: Region }) {
  const { store } = useOpenCharacter();
  const placing = usePlacing();
  const controls = useCharacter(({ character }) => character.controls);
  if (placing.kind !== 'stop') return null;
  const { control, at } = placing;
  const key = regionKey(bend.id, region.id);
  const now = stopAt(controls[control]!, at)?.regions[key] ?? RESTING_REGION;
  const set = (change: Partial<RegionChange>) =>
    store
      .getState()
      .change((before) => withStopRegion(before, control, at, key, { ...now, ...change }));
  const name = (label: string) => `${region.name} ${label}`;
  return (
    <div className="number-grid" aria-label={`${region.name} at this stop`}>
      <Figure label={name('right')} value={now.x} onChange={(x) => set({ x })} />
      <Figure label={name('down')} value={now.y} onChange={(y) => set({ y })} />
      <Figure
        label={name('turned °')}
        value={(now.turn * 180) / Math.PI}
        onChange={(angle) => set({ turn: (angle * Math.PI) / 180 })}
      />
      <Figure
        label={name('size %')}
        value={now.scale * 100}
        min={1}
        onChange={(percent) => set({ scale: percent / 100 })}
      />
    </div>
  );
}
