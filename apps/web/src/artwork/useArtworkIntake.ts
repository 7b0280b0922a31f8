import { sendArtwork, type Sent } from '../api/artwork';
import { useIntake, type Intake } from '../intake/useIntake';

/** Takes artwork in, or a character that was saved as a file. */
export function useArtworkIntake(
  onSent: (sent: Sent, first: File) => Promise<void> | void,
): Intake {
  return useIntake(sendArtwork, onSent);
}
