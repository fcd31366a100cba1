// The words of the scripts. English stands where it is said; another language comes with the page, by the English text.
const kept = document.getElementById("script-words");
const words = kept ? JSON.parse(kept.textContent) : {};

// Marks as they are written on paper: 2, ½, 1½.
export const marksText = (marks) => (Number.isInteger(marks) ? `${marks}` : `${Math.floor(marks) || ""}½`);

export const text = (english, ...values) => (words[english] ?? english).replace(/\{(\d)\}/g, (_, place) => values[place]);
