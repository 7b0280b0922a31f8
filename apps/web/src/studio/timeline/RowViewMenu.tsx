import { Activity } from 'lucide-react';
import { Dropdown } from 'react-bootstrap';
import { SEEN_CURVES, type SeenCurve } from '@cruvo/core/program';
import { USUAL_VIEW } from './rows';
import { useRowViews } from './rowViews';

const CURVE_NAMES: Readonly<Record<SeenCurve, string>> = {
  loudness: 'Loudness',
  pitch: 'Pitch',
  emphasis: 'Stressed syllables',
};

/** What the row of a member shows besides what it says: its reactions, and a curve of its voice. */
export function RowViewMenu({ member, name }: { member: string; name: string }) {
  const { reactions, curve } = useRowViews((state) => state.views[member]) ?? USUAL_VIEW;
  const { setView } = useRowViews.getState();
  const label = `What the row of ${name} shows`;
  return (
    <Dropdown>
      <Dropdown.Toggle
        variant="quiet"
        size="sm"
        className="no-caret"
        aria-label={label}
        title={label}
      >
        <Activity size={18} aria-hidden />
      </Dropdown.Toggle>
      <Dropdown.Menu popperConfig={{ strategy: 'fixed' }}>
        <Dropdown.Item
          as="button"
          role="menuitemcheckbox"
          aria-checked={reactions === true}
          active={reactions === true}
          onClick={() => setView(member, { reactions: !reactions })}
        >
          Reactions
        </Dropdown.Item>
        <Dropdown.Divider />
        <Dropdown.Header>Under the waveform</Dropdown.Header>
        {SEEN_CURVES.map((one) => (
          <Dropdown.Item
            key={one}
            as="button"
            role="menuitemcheckbox"
            aria-checked={curve === one}
            active={curve === one}
            onClick={() => setView(member, { curve: curve === one ? null : one })}
          >
            {CURVE_NAMES[one]}
          </Dropdown.Item>
        ))}
      </Dropdown.Menu>
    </Dropdown>
  );
}
