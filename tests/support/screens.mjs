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
  await page.goto(`${address}/practices`);
  const practice = await hrefOf(page.locator(".row-card a"));
  const general = ["/", "/atlas", "/check", "/style", "/specimens", "/help", "/backup", "/classes", "/erase", "/language", "/practices", practice];
  return [...general, sheet, `${sheet}/print`, `${sheet}/board`, `/practices/new?sheet=${sheet.split("/").pop()}`, group, `${group}/plan`, `${group}/standing`, `${group}/book`, printing, mark, `${printing}/results`, `${printing}/scans`, `${printing}/hands`];
};
