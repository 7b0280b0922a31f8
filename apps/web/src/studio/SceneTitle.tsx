import { Link } from 'react-router';
import { NameField } from '../shell/NameField';
import { useOpenScene, useScene } from './SceneContext';

/** Where one is: the production and the scene, whose name can be changed on the spot. */
export function SceneTitle({ production }: { production: string }) {
  const open = useOpenScene();
  const name = useScene((state) => state.scene.name);
  return (
    <>
      <Link
        to={`/productions/${open.production}`}
        className="quiet align-self-center way-up"
        title="All scenes and characters of this production"
      >
        {production}
      </Link>
      <span className="quiet align-self-center" aria-hidden>
        /
      </span>
      <h1 className="h6 mb-0 align-self-center">
        <NameField
          name={name}
          label="Name of the scene"
          title="Rename the scene"
          onRename={(wanted) => open.store.getState().rename(wanted)}
        />
      </h1>
    </>
  );
}
