import { useCallback, useMemo, useState } from 'react';
import { heardLines, isHeardAt, speakerOf } from '@cruvo/core/scene';
import { toFlicks } from '@cruvo/core/time';
import { usePlayhead } from './playback/usePlayhead';
import { useScene } from './SceneContext';

/** The members of the cast that speak at the playhead. */
export function useSpeaking(): ReadonlySet<string> {
  const scene = useScene((state) => state.scene);
  const lines = useMemo(() => heardLines(scene), [scene]);
  const [ids, setIds] = useState('');
  const follow = useCallback(
    (time: number) => {
      const now = toFlicks(time);
      const speaking = lines.filter((line) => isHeardAt(line, now));
      setIds([...new Set(speaking.map((line) => speakerOf(scene, line)))].sort().join(' '));
    },
    [lines, scene],
  );
  usePlayhead(follow);
  return useMemo(() => new Set(ids === '' ? [] : ids.split(' ')), [ids]);
}
