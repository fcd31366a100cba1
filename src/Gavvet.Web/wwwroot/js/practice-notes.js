// Names, signs and drawing that the pads of a practice share.
export const naturals = [0, 2, 4, 5, 7, 9, 11];
export const shifts = { bb: -2, b: -1, n: 0, "": 0, "#": 1, "##": 2 };
export const glyphs = { bb: "bb", b: "b", n: "n", "#": "s", "##": "ss" };
const xmlns = "http://www.w3.org/2000/svg";

export const draw = (parent, name, attributes) => {
  const made = document.createElementNS(xmlns, name);
  for (const [key, value] of Object.entries(attributes)) made.setAttribute(key, value);
  parent.append(made);
  return made;
};

// Letters have the names of the house style, in which the answer is read: German B is H here, and its flat Hb.
export const spelled = (names, note, octaves) => names[((note.step % 7) + 7) % 7] + (note.sign === "n" ? (octaves ? "n" : "") : note.sign) + (octaves ? Math.floor(note.step / 7) : "");
export const plainSign = { "♭♭": "bb", "♭": "b", "♯": "#", "♮": "n", "𝄫": "bb", "𝄪": "##", x: "##" };

// What a word says of a note: its letter, its sign, and its octave where it has one; null where it is none.
export const readerOf = (names) => {
  const pattern = new RegExp(`^(${[...names].sort((a, b) => b.length - a.length).join("|")})(bb|##|x|b|#|n|♭♭|♭|♯|♮|𝄫|𝄪)?(-?\\d)?$`, "iu");
  return (word) => {
    const match = pattern.exec(word);
    if (!match) return null;
    const sign = match[2]?.toLowerCase() ?? "";
    return { letter: names.findIndex((name) => name.toLowerCase() === match[1].toLowerCase()), sign: plainSign[sign] ?? sign, octave: match[3] === undefined ? null : Number(match[3]) };
  };
};
