import { liveSources, Player, type Program } from '@cruvo/core/program';
import { toFlicks } from '@cruvo/core/time';
import { fetchModel, HeardMouth } from './heardMouth';
import { fetched, openCharacter } from './openCharacter';
import { CanvasPicture } from './picture';
import { MEMBER, resting, speaking } from './scenes';

/** What a character on a page is made of. */
export interface PlayerOptions {
  /** The file of a character that was saved as one: its address or its bytes. */
  readonly character: string | ArrayBuffer;
  /** What it says: the mouth moves as long as this plays. */
  readonly audio?: HTMLMediaElement | null;
  /**
   * When it says which sounds: the address of timing (JSON, WebVTT, SRT, TextGrid, OTIO), or its text. Without it the
   * mouth follows the sound itself.
   */
  readonly timing?: string | null;
  /** Whose lines of the timing are said; all, where nothing is given. */
  readonly speaker?: string;
  /** Address of the sound model, with which the mouth follows sounds instead of loudness. */
  readonly model?: string | null;
  /** Whether it blinks, breathes, looks about and nods by itself; it does unless this is false. */
  readonly life?: boolean;
}

/** A character that is shown. */
export interface ShownCharacter {
  /** Has it say something else from now on. @param timing as in the options */
  say(timing: string): Promise<void>;
  /** Has its mouth follow another sound, such as a microphone’s. */
  hear(sound: HTMLMediaElement | MediaStream): Promise<void>;
  /** Takes it away. */
  stop(): void;
}

/**
 * Shows a character in a canvas, see-through around it.
 *
 * @throws Problem, an Error whose message says what can’t be had or used
 */
export async function showCharacter(
  canvas: HTMLCanvasElement,
  options: PlayerOptions,
): Promise<ShownCharacter> {
  const { audio = null, timing = null, model = null, life = true, speaker } = options;
  const { character, images } = await openCharacter(options.character);
  const picture = new CanvasPicture(canvas, images);
  const program = resting(character, { life });
  const rest = new Player(program);
  let said: Player | null = null;
  let heard: HeardMouth | null = null;
  const known = model === null ? null : await fetchModel(model);

  const say = async (wanted: string) => {
    const text = isText(wanted) ? wanted : await (await fetched(wanted, 'timing')).text();
    said = new Player(speaking(character, text, { life, speaker }));
  };
  const hear = async (sound: HTMLMediaElement | MediaStream) => {
    heard?.stop();
    heard = await HeardMouth.follow(sound, character, known);
  };
  if (timing !== null) await say(timing);
  else if (audio) await hear(audio);

  let asked = 0;
  const paint = () => {
    asked = requestAnimationFrame(paint);
    if (said && audio && !audio.paused && !audio.ended) {
      picture.show(said.seek(toFlicks(audio.currentTime)));
      return;
    }
    const time = toFlicks(performance.now() / 1000) % program.scene.length;
    picture.show(rest.seek(time, sourcesFor(program, heard)));
  };
  paint();
  return {
    ...{ say, hear },
    stop: () => {
      cancelAnimationFrame(asked);
      heard?.stop();
      canvas.getContext('2d')?.clearRect(0, 0, canvas.width, canvas.height);
    },
  };
}

function sourcesFor(program: Program, heard: HeardMouth | null) {
  const values = heard?.overrides();
  return liveSources(program, new Map(values ? [[MEMBER, values]] : []));
}

/** Whether something is timing itself, rather than where it lies. */
const isText = (timing: string) => /[\n{]/.test(timing);

/**
 * `<cruvo-character src="fox.character.zip" for="voice" timing="hello.json">`: the same as an element. `for` is the id of
 * an audio element, `model` the address of a sound model, `speaker` whose lines are said; `still` keeps it from moving
 * by itself.
 */
class CruvoCharacter extends HTMLElement {
  private shown: Promise<ShownCharacter> | null = null;

  connectedCallback(): void {
    const canvas = document.createElement('canvas');
    canvas.style.cssText = 'display:block;width:100%;height:100%';
    this.replaceChildren(canvas);
    if (getComputedStyle(this).display === 'inline') this.style.display = 'inline-block';
    this.setAttribute('role', 'img');
    const audio = document.getElementById(this.getAttribute('for') ?? '');
    this.shown = showCharacter(canvas, {
      character: this.getAttribute('src') ?? '',
      audio: audio instanceof HTMLMediaElement ? audio : null,
      timing: this.getAttribute('timing'),
      model: this.getAttribute('model'),
      life: !this.hasAttribute('still'),
      ...(this.hasAttribute('speaker') ? { speaker: this.getAttribute('speaker')! } : {}),
    });
    this.shown.then(
      () => this.dispatchEvent(new Event('load')),
      (error: unknown) => {
        console.error(error);
        this.dispatchEvent(new ErrorEvent('error', { error }));
      },
    );
  }

  disconnectedCallback(): void {
    void this.shown?.then((shown) => shown.stop()).catch(() => undefined);
    this.shown = null;
  }
}

if (!customElements.get('cruvo-character')) {
  customElements.define('cruvo-character', CruvoCharacter);
}
