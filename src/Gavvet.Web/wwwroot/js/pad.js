// A staff that takes clicks: each becomes a note at the end of what is typed in a field.

/** Hands the clicks on staves to the field of an id, which may be made anew meanwhile, and tells when it changed. */
export const pad = (id, changed) => {
  const field = () => document.getElementById(id);
  const words = () =>
    field()
      .value.split(/[\s,;]+/)
      .filter((word) => word);
  const write = (notes) => {
    field().value = notes.join(" ");
    changed();
  };
  document.addEventListener("click", (event) => {
    const staff = event.target.closest("[data-staff-pad]");
    if (staff) {
      const box = staff.querySelector("svg").getBoundingClientRect();
      const down = (event.clientY - box.top) / box.height;
      const { top, bottom, bottomLine } = staff.dataset;
      // By their names in the house style, in which they are read.
      const letters = staff.dataset.letters.split(" ");
      const place = Math.round(((bottom - down) / (bottom - top)) * 8);
      const step = Number(bottomLine) + place;
      const sign = document.querySelector("[name=pad-sign]:checked").value;
      write([...words(), letters[((step % 7) + 7) % 7] + sign + Math.floor(step / 7)]);
      document.querySelector("[name=pad-sign][value='']").checked = true;
    }
    if (event.target.closest("[data-pad-back]")) write(words().slice(0, -1));
    if (event.target.closest("[data-pad-clear]")) write([]);
  });
  return { write };
};
