// The words of the scripts. English stands where it is said; another language comes with the page, by the English text.
const kept = document.getElementById("script-words");
const words = kept ? JSON.parse(kept.textContent) : {};

export const text = (english, ...values) => (words[english] ?? english).replace(/\{(\d)\}/g, (_, place) => values[place]);
