import { Bookmark, Trash2 } from 'lucide-react';
import { useEffect, useState } from 'react';
import { Button } from 'react-bootstrap';
import { IconButton } from '../../shell/IconButton';
import { NameForm } from '../../shell/NameForm';
import { isWriting } from '../../shell/onControl';
import { useDesk } from './DeskContext';
import { MOST_PRESETS, presetOf, recall, setPresets, usePresetStore, type Preset } from './presets';

const NONE: readonly Preset[] = [];

/** How things stood, on keys: a greeting, thinking, away. */
export function Presets() {
  const { id, desk, program } = useDesk();
  const presets = usePresetStore(({ scenes }) => scenes[id] ?? NONE);
  const [naming, setNaming] = useState(false);
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.altKey || event.repeat || isWriting(event))
        return;
      const preset = /^[1-9]$/.test(event.key) ? presets[Number(event.key) - 1] : undefined;
      if (preset) recall(desk, preset, program);
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [presets, desk, program]);
  const keep = async (name: string) => {
    setPresets(id, [...presets, presetOf(desk, crypto.randomUUID(), name)]);
    setNaming(false);
  };
  return (
    <section className="presets" aria-label="Presets">
      {presets.map((preset, at) => (
        <span key={preset.id} className="preset">
          <Button
            variant="outline-secondary"
            title={`Moods, cues, mute and life as they were (${at + 1})`}
            onClick={() => recall(desk, preset, program)}
          >
            <kbd>{at + 1}</kbd> {preset.name}
          </Button>
          <IconButton
            icon={Trash2}
            label={`Remove ${preset.name}`}
            onClick={() =>
              setPresets(
                id,
                presets.filter((one) => one !== preset),
              )
            }
          />
        </span>
      ))}
      {naming ? (
        <NameForm
          label="Name of the preset"
          placeholder="Greeting, thinking, away …"
          action="Keep"
          saving={false}
          onName={keep}
        />
      ) : (
        presets.length < MOST_PRESETS && (
          <Button
            variant="quiet"
            title="Keeps moods, cues, mute and life as they are now"
            onClick={() => setNaming(true)}
          >
            <Bookmark size={16} aria-hidden /> Keep as preset
          </Button>
        )
      )}
    </section>
  );
}
