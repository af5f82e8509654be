let audio: AudioContext | undefined;

/** Opens the tablet's sound, which takes a while, before the first tone is due. */
export function openSound() {
  try {
    audio ??= new AudioContext();
  } catch {
    // A tablet without sound still shows the time.
  }
}

function beep(hertz: number, seconds: number, after = 0) {
  openSound();
  if (!audio) return;
  try {
    // One that was opened before the first tap sleeps until it is woken.
    if (audio.state === 'suspended') void audio.resume();
    const tone = new OscillatorNode(audio, { frequency: hertz });
    const volume = new GainNode(audio, { gain: 0.2 });
    tone.connect(volume).connect(audio.destination);
    tone.start(audio.currentTime + after);
    tone.stop(audio.currentTime + after + seconds);
  } catch {
    // A tablet without sound still shows the time.
  }
}

/** A time is up: three rising tones, to be heard from across a closet. */
export function chime() {
  [660, 830, 990].forEach((hertz, index) => beep(hertz, 0.18, index * 0.22));
}

/** One beat of the metronome; higher once enough have been counted. */
export const tick = (isEnough: boolean) => beep(isEnough ? 880 : 520, 0.05);
