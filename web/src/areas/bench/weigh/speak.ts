/** Says a sentence aloud where the device can; nothing happens where it cannot. */
export function speak(sentence: string): void {
  if (!('speechSynthesis' in window)) return;
  window.speechSynthesis.cancel();
  window.speechSynthesis.speak(new SpeechSynthesisUtterance(sentence));
}
