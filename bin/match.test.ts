/** `toMatchObject` takes any text for a pattern: a test that gives it one cannot fail. */
import { readdirSync, readFileSync } from "node:fs";

const testsUnder = (folder: string): string[] =>
  readdirSync(folder, { recursive: true, encoding: "utf8" })
    .filter((name) => /\.(test|spec)\.tsx?$/.test(name))
    .map((name) => `${folder}/${name}`);

/** What stands between the brackets of each call of a name. */
function calls(text: string, name: string): string[] {
  return [...text.matchAll(new RegExp(`\\.${name}\\(`, "g"))].map(({ index }) => {
    const from = index + name.length + 2;
    let open = 1;
    let at = from;
    for (; open && at < text.length; at += 1) open += Number(text[at] === "(") - Number(text[at] === ")");
    return text.slice(from, at - 1);
  });
}
const patterns = (text: string) =>
  calls(text, "toMatchObject").filter((given) => /[:,[]\s*\/[^/*\s]/.test(given));

test("a pattern given to toMatchObject is found, and no test gives one", () => {
  const given = (text: string) => patterns(`expect(x).toMatchObject(${text});`);
  expect([given("{ a: /b/ }"), given("{ a: f(1), b: [/c/] }")].map(({ length }) => length)).toEqual([1, 1]);
  expect(given("{ a: expect.stringMatching(/b/), c: 1 / 2 }")).toEqual([]);
  const files = ["app", "bin", "core", "demo", "tests"].flatMap(testsUnder);
  expect(files.length).toBeGreaterThan(200);
  expect(
    files.filter((file) => !file.endsWith("match.test.ts") && patterns(readFileSync(file, "utf8")).length),
  ).toEqual([]);
});
