const PITCH_HZ = 880;
const BEEPS = 3;
const BEEP_S = 0.25;
const PAUSE_S = 0.2;

/** Rings and shakes, as far as the device lets a page: a bath is over while hands are elsewhere. */
export function ring(): void {
  if ('vibrate' in navigator) navigator.vibrate([300, 150, 300, 150, 300]);
  const audio = new AudioContext();
  // a page that nobody has touched yet may not sound: the words on it ring alone
  if (audio.state !== 'running') return void audio.close();
  for (let i = 0; i < BEEPS; i++) {
    const tone = audio.createOscillator();
    tone.frequency.value = PITCH_HZ;
    tone.connect(audio.destination);
    const at = audio.currentTime + i * (BEEP_S + PAUSE_S);
    tone.start(at);
    tone.stop(at + BEEP_S);
  }
  setTimeout(() => void audio.close(), BEEPS * (BEEP_S + PAUSE_S) * 1000 + 500);
}
