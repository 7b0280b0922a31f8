import { Form } from 'react-bootstrap';
import {
  FIT_SETTING_NAMES,
  FIT_SETTINGS,
  type FitSetting,
  type FitSettings,
} from '@cruvo/core/mouth';
import { asOneStep } from '../../history/asOneStep';

/** How the voice moves the mouth; every change is seen at once, without hearing again. */
export function FitSliders({
  fit,
  history,
  onChange,
}: {
  fit: FitSettings;
  history: Parameters<typeof asOneStep>[0];
  onChange: (change: Partial<FitSettings>) => void;
}) {
  return FIT_SETTING_NAMES.map((name) => {
    const { label, hint, methods, inWords, min, max, step }: FitSetting = FIT_SETTINGS[name];
    if (!methods.includes(fit.method)) return null;
    return (
      <Form.Group key={name} className="setting" controlId={`fit-${name}`} title={hint}>
        <Form.Label>
          {label} <span className="quiet figures">{inWords(fit[name])}</span>
        </Form.Label>
        <Form.Range
          {...{ min, max, step }}
          {...asOneStep(history)}
          value={fit[name]}
          aria-valuetext={inWords(fit[name])}
          onChange={({ target }) => onChange({ [name]: Number(target.value) })}
        />
      </Form.Group>
    );
  });
}
