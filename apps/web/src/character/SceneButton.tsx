import { Clapperboard } from 'lucide-react';
import { useState } from 'react';
import { Button, Modal } from 'react-bootstrap';
import { useQuery } from '@tanstack/react-query';
import { Link, useNavigate } from 'react-router';
import { AudioLines } from 'lucide-react';
import { sentenceOf } from '@cruvo/core/problem';
import { nameOfFile, starterScene } from '@cruvo/core/scene';
import { addDocument, listProductions } from '../api/documents';
import { mediaUrl, uploadVoice } from '../api/media';
import { FileSlot } from '../productions/FileSlot';
import { useSlot } from '../productions/useSlot';
import { useOpenCharacter } from './CharacterContext';

/** The way on to a scene: the one there is, or a new one as soon as there is a voice. */
export function SceneButton() {
  const { productionId } = useOpenCharacter();
  const [asking, setAsking] = useState(false);
  const { data: scene } = useQuery({
    queryKey: ['first scene', productionId],
    queryFn: async () =>
      (await listProductions()).find(({ id }) => id === productionId)?.scenes[0] ?? null,
    staleTime: 0,
  });
  if (scene === undefined) return null;
  return scene ? (
    <Link className="btn btn-primary btn-sm" to={`/scenes/${scene.id}`}>
      <Clapperboard size={16} aria-hidden /> To the scene
    </Link>
  ) : (
    <>
      <Button size="sm" onClick={() => setAsking(true)}>
        <Clapperboard size={16} aria-hidden /> Make a scene
      </Button>
      {asking && <NewSceneDialog onClose={() => setAsking(false)} />}
    </>
  );
}

function NewSceneDialog({ onClose }: { onClose: () => void }) {
  const { store, saver, id, productionId } = useOpenCharacter();
  const navigate = useNavigate();
  const voice = useSlot(uploadVoice);
  const [failure, setFailure] = useState<string | null>(null);
  const make = async () => {
    if (voice.state.kind !== 'filled') return;
    try {
      await saver.settled();
      const body = starterScene({
        name: nameOfFile(voice.state.name),
        characterId: id,
        character: store.getState().character,
        voice: voice.state.result,
        memberId: crypto.randomUUID(),
        lineId: crypto.randomUUID(),
      });
      const scene = crypto.randomUUID();
      await addDocument(productionId, { id: scene, kind: 'scene', body });
      await navigate(`/scenes/${scene}`);
    } catch (error) {
      setFailure(sentenceOf(error));
    }
  };
  return (
    <Modal show onHide={onClose} aria-labelledby="new-scene">
      <Modal.Header closeButton>
        <Modal.Title id="new-scene" as="h2" className="h5">
          What does the character say?
        </Modal.Title>
      </Modal.Header>
      <Modal.Body>
        <FileSlot
          slot={voice}
          icon={AudioLines}
          title="Voice"
          hint="WAV, MP3, FLAC, Ogg or M4A, up to 60 minutes"
          onDrop={([file]) => void (file && voice.take(file))}
          preview={({ working }) => (
            <audio controls src={mediaUrl(working)} className="w-100" aria-label="The voice" />
          )}
        />
        {failure && (
          <p className="text-danger-emphasis mt-2 mb-0" role="alert">
            {failure}
          </p>
        )}
      </Modal.Body>
      <Modal.Footer>
        <Button variant="quiet" onClick={onClose}>
          Cancel
        </Button>
        <Button disabled={voice.state.kind !== 'filled'} onClick={() => void make()}>
          Make the scene
        </Button>
      </Modal.Footer>
    </Modal>
  );
}
