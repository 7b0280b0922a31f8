import { useEffect, useMemo, useState } from 'react';
import { compile, type Program, type SceneMaterial } from '@cruvo/core/program';
import { MouthSelector } from './mouthSelector';
import { selectInWorker } from './selectInWorker';

/** Makes a scene ready again and again, each time from what was ready before. */
class SceneCompiler {
  private program: Program | null = null;
  private readonly worker = selectInWorker();
  private readonly selector: MouthSelector;

  constructor(onChosen: () => void) {
    this.selector = new MouthSelector(this.worker.select, onChosen);
  }

  compile(material: SceneMaterial): Program {
    this.program = compile(material, this.program, this.selector.select);
    return this.program;
  }

  close(): void {
    this.worker.close();
  }
}

/** A scene made ready, as it changes; mouths of long lines follow when they are chosen. */
export function useCompiled(material: SceneMaterial): Program {
  const [chosen, setChosen] = useState(0);
  const [compiler] = useState(() => new SceneCompiler(() => setChosen((count) => count + 1)));
  useEffect(() => () => compiler.close(), [compiler]);
  return useMemo(() => {
    // Again, though from the same material, when mouths have been chosen.
    void chosen;
    return compiler.compile(material);
  }, [compiler, material, chosen]);
}
