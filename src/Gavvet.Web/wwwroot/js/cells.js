// A table of places is one stop of the tab key; arrows go from place to place.
const cellsOf = (table) => [...table.tBodies[0].rows].map((row) => [...row.cells].map((cell) => cell.querySelector("button")));

const enter = (table, button) => {
  for (const each of table.querySelectorAll("tbody button")) each.tabIndex = each === button ? 0 : -1;
};

for (const table of document.querySelectorAll("table[data-cells]")) {
  enter(table, table.querySelector("tbody button"));
  table.addEventListener("focusin", (event) => event.target.matches("tbody button") && enter(table, event.target));
  table.addEventListener("keydown", (event) => {
    const steps = { ArrowRight: [0, 1], ArrowLeft: [0, -1], ArrowDown: [1, 0], ArrowUp: [-1, 0] };
    const step = steps[event.key];
    if (!step || !event.target.matches("tbody button") || event.altKey || event.ctrlKey || event.metaKey) return;
    event.preventDefault();
    event.stopPropagation();
    const rows = cellsOf(table);
    let row = rows.findIndex((each) => each.includes(event.target));
    let column = rows[row].indexOf(event.target);
    // Empty places are passed over.
    do {
      row += step[0];
      column += step[1];
    } while (rows[row] && column >= 0 && column < rows[row].length && !rows[row][column]);
    rows[row]?.[column]?.focus();
  });
}
