export type SlotName = 'closed' | 'open' | 'voice';

const SOUND_NAME = /\.(wav|mp3|flac|ogg|oga|opus|m4a|aac|mp4)$/i;
const PICTURE_NAME = /\.(png|jpe?g|webp|svg)$/i;
const OPEN_NAME = /open|wide|speak|talk|ah/i;
const CLOSED_NAME = /clos|shut|rest|quiet/i;

/** Decides which dropped file is which, by kind, by name and else by what is still empty. */
export function assignFiles(
  files: readonly File[],
  filled: ReadonlySet<SlotName>,
): { slots: Partial<Record<SlotName, File>>; leftOver: readonly File[] } {
  const slots: Partial<Record<SlotName, File>> = {};
  const leftOver: File[] = [];
  const pictures = files.filter(isPicture);
  for (const file of files.filter((other) => !isPicture(other))) {
    if (isSound(file) && !slots.voice) slots.voice = file;
    else leftOver.push(file);
  }
  // Names first, so that the order of the drop does not matter where they tell.
  const named = (file: File): 'open' | 'closed' | null => {
    const [opens, closes] = [OPEN_NAME.test(file.name), CLOSED_NAME.test(file.name)];
    return opens === closes ? null : opens ? 'open' : 'closed';
  };
  const unnamed = pictures.filter((file) => {
    const slot = named(file);
    if (!slot || slots[slot]) return true;
    slots[slot] = file;
    return false;
  });
  for (const file of unnamed) {
    const order: readonly SlotName[] =
      filled.has('closed') && !filled.has('open') ? ['open', 'closed'] : ['closed', 'open'];
    const slot = order.find((name) => !slots[name]);
    if (slot) slots[slot] = file;
    else leftOver.push(file);
  }
  return { slots, leftOver };
}

function isPicture({ name, type }: File): boolean {
  return PICTURE_NAME.test(name) || type.startsWith('image/');
}

function isSound({ name, type }: File): boolean {
  return SOUND_NAME.test(name) || type.startsWith('audio/') || type.startsWith('video/');
}
