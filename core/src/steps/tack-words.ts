/** How the bind is tried with a handful. */
export function handfulWords(bind: 'short' | 'sticky' | undefined): string {
  return bind === 'sticky'
    ? 'Press a handful flat on the palm and turn the hand over. It must hang on.'
    : 'Pull a handful apart. It should just hold together, with the pieces still to be seen.';
}
