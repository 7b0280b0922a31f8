import { AppWindow, Download, Ear, FileUp, Package } from 'lucide-react';
import { useState } from 'react';
import { Dropdown } from 'react-bootstrap';
import { sentenceOf } from '@cruvo/core/problem';
import { useOpenCharacter } from './CharacterContext';

/** Newer artwork in; drawings and the whole character out. */
export function ArtworkMenu({ onNewer }: { onNewer: () => void }) {
  const { id, saver } = useOpenCharacter();
  const [failure, setFailure] = useState<string | null>(null);
  const fetchFile = async (path: string) => {
    setFailure(null);
    try {
      // What is written is what was saved: so that must be all.
      await saver.settled();
      const link = document.createElement('a');
      link.href = `/api/characters/${id}/${path}`;
      link.download = '';
      link.click();
    } catch (error) {
      setFailure(sentenceOf(error));
    }
  };
  return (
    <Dropdown align="end">
      <Dropdown.Toggle variant="quiet" size="sm" id="artwork-menu">
        Artwork
      </Dropdown.Toggle>
      <Dropdown.Menu>
        <Dropdown.Item onClick={onNewer}>
          <FileUp size={16} aria-hidden /> Update from newer artwork …
        </Dropdown.Item>
        <Dropdown.Divider />
        <Dropdown.Item onClick={() => void fetchFile('drawings.svg')}>
          <Download size={16} aria-hidden /> Drawings as layered SVG
        </Dropdown.Item>
        <Dropdown.Item onClick={() => void fetchFile('drawings.ora')}>
          <Download size={16} aria-hidden /> Drawings as OpenRaster
        </Dropdown.Item>
        <Dropdown.Item onClick={() => void fetchFile('file')}>
          <Package size={16} aria-hidden /> Character as a file, for another production
        </Dropdown.Item>
        <Dropdown.Divider />
        <Dropdown.Item href="/player/cruvo-player.js" download>
          <AppWindow size={16} aria-hidden /> Player that shows it on any web page
        </Dropdown.Item>
        <Dropdown.Item href="/player/hearing.safetensors.gz" download>
          <Ear size={16} aria-hidden /> Sound model for the player
        </Dropdown.Item>
        {failure && (
          <p className="text-danger-emphasis small px-3 mb-1" role="alert">
            {failure}
          </p>
        )}
      </Dropdown.Menu>
    </Dropdown>
  );
}
