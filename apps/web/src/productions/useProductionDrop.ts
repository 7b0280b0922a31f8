import { useDropzone } from 'react-dropzone';
import { useNavigate } from 'react-router';
import { sendProduction } from '../api/productionFile';
import { useIntake } from '../intake/useIntake';

/** Brings in a production that was carried away as a file: chosen, or dropped on the page. */
export function useProductionDrop() {
  const navigate = useNavigate();
  const intake = useIntake(sendProduction, ({ id }) => navigate(`/productions/${id}`));
  const dropzone = useDropzone({
    onDrop: (files) => void intake.take(files),
    noClick: true,
    noKeyboard: true,
    disabled: intake.progress !== null,
  });
  return { intake, ...dropzone };
}
