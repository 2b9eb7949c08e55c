import { askedWords, MOST_LETTERS, searchWords } from "./search-words";

const finds = (text: string, typed: string) => {
  const words = searchWords(text);
  return askedWords(typed).every((asked) => words.some((word) => word.startsWith(asked)));
};

test("an address is found by any run of its parts, and a part by its beginning", () => {
  expect(searchWords("192.168.10.20")).toEqual(["192.168.10.20", "168.10.20", "10.20", "20"]);
  for (const typed of ["192.168", "10.20", "20", "168.1"])
    expect([typed, finds("192.168.10.20", typed)]).toEqual([typed, true]);
  expect(finds("192.168.10.20", "192.168.1.20")).toBe(false);
  expect(finds("192.168.10.20", "92.168")).toBe(false);
});

test("pairs of an address are parted by whatever sign, or none", () => {
  const address = "02:00:5E:10:00:0a";
  for (const typed of ["02-00-5e", "5E:10", "02005e10000a", "00:0A"])
    expect([typed, finds(address, typed)]).toEqual([typed, true]);
  expect(finds("02:00:5e:10:00", "02005e1000")).toBe(false);
});

test("labels, versions, accents, several words in any order", () => {
  expect(finds("0-KIT-SOC-03", "kit-soc")).toBe(true);
  expect(finds("v1.4.2", "1.4")).toBe(true);
  expect(finds("v1.4.2", "v1.4")).toBe(true);
  expect(finds("Caméra (Café)", "cafe came")).toBe(true);
  expect(finds("Hall camera", "hall lamp")).toBe(false);
  expect(searchWords("valve")).toEqual(["valve"]);
});

test("what is no word finds nothing and asks for nothing; long words are cut alike", () => {
  expect(searchWords(" - ./ ")).toEqual([]);
  expect(askedWords(' "" - ')).toEqual([]);
  expect(askedWords("lamp LAMP hallway")).toEqual(["hallway", "lamp"]);
  const long = "x".repeat(60);
  expect(searchWords(long)).toEqual(["x".repeat(MOST_LETTERS)]);
  expect(finds(long, long)).toBe(true);
});
