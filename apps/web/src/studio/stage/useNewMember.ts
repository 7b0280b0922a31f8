import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import type { Character } from '@cruvo/core/character';
import { sentenceOf } from '@cruvo/core/problem';
import { nameOfFile, withMember } from '@cruvo/core/scene';
import { addDocument, readDocumentById } from '../../api/documents';
import { tellOf, type CameIn } from '../../artwork/cameIn';
import { useArtworkIntake } from '../../artwork/useArtworkIntake';
import { characterFrom } from '../../character/characterFrom';
import { useOpenScene } from '../SceneContext';

/** A character that just came in, and looks otherwise than its file. */
export interface DifferingMember {
  readonly character: string;
  readonly name: string;
  readonly told: CameIn;
}

/** Brings characters onto the stage: those of the production, copies of others, and what is drawn in files. */
export function useNewMember() {
  const { store, production } = useOpenScene();
  const client = useQueryClient();
  const [failure, setFailure] = useState<string | null>(null);
  const [differing, setDiffering] = useState<DifferingMember | null>(null);

  const enter = (character: string, body: Character) => {
    const id = crypto.randomUUID();
    const entrance = { id, character, name: body.name, size: body };
    store.getState().edit((scene) => withMember(scene, entrance));
    store.getState().chooseMember(id);
  };
  const read = (id: string) =>
    client.fetchQuery({
      queryKey: ['character', id],
      queryFn: () => readDocumentById('character', id),
    });
  /** Makes it a character of this production, then brings it in. */
  const enterAsNew = async (body: Character) => {
    const id = crypto.randomUUID();
    await addDocument(production, { id, kind: 'character', body });
    void client.invalidateQueries({ queryKey: ['productions'] });
    enter(id, body);
    return id;
  };
  const saying = (work: () => Promise<void>) => async () => {
    setFailure(null);
    try {
      await work();
    } catch (error) {
      setFailure(sentenceOf(error));
    }
  };

  const intake = useArtworkIntake(async (sent, first) => {
    const body = await characterFrom(nameOfFile(first.name), sent);
    const id = await enterAsNew(body);
    const told = await tellOf(sent);
    setDiffering(told && { character: id, name: body.name, told });
  });
  return {
    intake,
    failure,
    differing,
    forgetDiffering: () => setDiffering(null),
    /** A character of this production. */
    add: (id: string) => saying(async () => enter(id, (await read(id)).body))(),
    /** A character of another production: this one gets a copy. */
    copy: (id: string) => saying(async () => void (await enterAsNew((await read(id)).body)))(),
    /** A character that ships with Cruvo, drawn in a file. */
    start: (name: string, url: string) =>
      saying(async () => {
        const response = await fetch(url).catch(() => null);
        if (!response?.ok) throw new Error(`${name} can’t be fetched just now. Try again.`);
        await intake.take([new File([await response.blob()], `${name}.svg`)]);
      })(),
  };
}

export type NewMember = ReturnType<typeof useNewMember>;
