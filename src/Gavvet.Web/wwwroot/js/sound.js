// Plays the scale with Web Audio: a soft tone for each note, up or down, with the tonic held under it if wished.
const NOTE = 0.42; // seconds
const A4 = 57; // semitones above C0

let context = null;
let playing = [];

const frequency = (semitones) => 440 * 2 ** ((semitones - A4) / 12);

const tone = (semitones, start, length, loudness) => {
  const oscillator = new OscillatorNode(context, { type: "triangle", frequency: frequency(semitones) });
  const gain = new GainNode(context, { gain: 0 });
  gain.gain.setValueAtTime(0, start);
  gain.gain.linearRampToValueAtTime(loudness, start + 0.02);
  gain.gain.setValueAtTime(loudness, start + length - 0.06);
  gain.gain.linearRampToValueAtTime(0, start + length);
  oscillator.connect(gain).connect(context.destination);
  oscillator.start(start);
  oscillator.stop(start + length);
  playing.push(oscillator);
};

const stop = () => {
  for (const oscillator of playing) oscillator.stop();
  playing = [];
};

const play = (group, way) => {
  context ??= new AudioContext();
  context.resume();
  stop();
  const all = group.dataset.sound.split(" ").map(Number);
  const top = Number(group.dataset.top);
  const notes = way === "up" ? all.slice(0, top + 1) : all.slice(top);
  const start = context.currentTime + 0.05;
  const held = group.querySelector("[data-hold]").getAttribute("aria-pressed") === "true";
  if (held) tone(all[0] - 12, start, NOTE * (notes.length + 1), 0.12);
  notes.forEach((note, i) => tone(note, start + i * NOTE, i === notes.length - 1 ? NOTE * 2 : NOTE, 0.22));
  group.dataset.played = `${way} ${notes.length}`;
};

document.addEventListener("click", (event) => {
  const group = event.target.closest("[data-sound]");
  if (!group) return;
  const way = event.target.closest("[data-play]")?.dataset.play;
  if (way) play(group, way);
  const hold = event.target.closest("[data-hold]");
  if (hold) hold.setAttribute("aria-pressed", hold.getAttribute("aria-pressed") === "true" ? "false" : "true");
});
