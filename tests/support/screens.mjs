// Every screen of the demo school, as addresses on a server with its data.
export const demoScreens = async (page, address) => {
  const hrefOf = (locator) => locator.first().getAttribute("href");
  await page.goto(`${address}/classes`);
  const group = await hrefOf(page.locator(".row-card a"));
  await page.goto(address + group);
  const mark = await hrefOf(page.getByRole("link", { name: "Mark", exact: true }));
  const printing = mark.replace(/\/mark$/, "");
  await page.goto(address);
  const sheet = await hrefOf(page.locator(".sheet-open"));
  const general = ["/", "/atlas", "/check", "/style", "/specimens", "/help", "/backup", "/classes", "/erase", "/language"];
  return [...general, sheet, `${sheet}/print`, `${sheet}/board`, group, `${group}/plan`, `${group}/standing`, `${group}/book`, printing, mark, `${printing}/results`];
};
