import { asOneStep } from '../../history/asOneStep';
import { useOpenScene } from '../SceneContext';
import { ShareField, type ShareFieldProps } from './ShareField';

/** A slider of the scene, whose whole movement is one step to undo. */
export function ShareSlider(props: ShareFieldProps) {
  const { history } = useOpenScene().store;
  return <ShareField {...props} gesture={asOneStep(history)} />;
}
