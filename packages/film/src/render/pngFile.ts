import { run } from '@cruvo/media/tools';
import { encoderFailure } from './encoder';

/** Writes a picture as a PNG. @param rgba row by row, not multiplied by opacity */
export async function writePng(
  path: string,
  rgba: Buffer,
  { width, height }: { readonly width: number; readonly height: number },
  signal?: AbortSignal,
): Promise<void> {
  const input = ['-f', 'rawvideo', '-pix_fmt', 'rgba', '-s', `${width}x${height}`, '-i', 'pipe:0'];
  const args = ['-v', 'error', '-y', ...input, '-frames:v', '1', '-pred', 'mixed', path];
  const bytes = async function* () {
    yield rgba;
  };
  const { code, stderr } = await run('ffmpeg', args, {
    input: bytes(),
    ...(signal ? { signal } : {}),
  });
  if (code !== 0) throw encoderFailure(stderr, signal);
}
