/** Pairing codes: published vectors, what copying does to them, and each way of being wrong. */
import { fromBase38, readFigures, readPairingCode, readSquare, toBase38, writeFigures } from "./pairing-code";
import { checkDigit, isChecked } from "./verhoeff";

describe("check digit", () => {
  // The example of the paper's usual table, and others worked by hand from it.
  it.each([
    ["236", "3"],
    ["12345", "1"],
    ["142857", "0"],
    ["84736430954837284567892", "2"],
  ])("of %s is %s", (figures, digit) => {
    expect(checkDigit(figures)).toBe(digit);
    expect(isChecked(figures + digit)).toBe(true);
  });
  it("finds every single wrong figure and every two neighbours that changed places", () => {
    const right = `3497011233${checkDigit("3497011233")}`;
    for (let at = 0; at < right.length; at++) {
      for (let figure = 0; figure < 10; figure++) {
        const wrong = right.slice(0, at) + figure + right.slice(at + 1);
        expect(isChecked(wrong)).toBe(wrong === right);
      }
      const [a, b] = [right[at], right[at + 1]];
      if (b !== undefined && a !== b)
        expect(isChecked(right.slice(0, at) + b + a + right.slice(at + 2))).toBe(false);
    }
  });
  it("is nothing for what is no figure", () =>
    expect([isChecked(""), isChecked("23a")]).toEqual([false, false]));
});

const code = (read: ReturnType<typeof readFigures>) => {
  expect(read).toHaveProperty("code");
  return (read as { code: object }).code;
};
const wrong = (text: string) => (readPairingCode(text) as { wrong?: string }).wrong;

describe("figures", () => {
  it("of the specification's test device, with and without hyphens", () => {
    const expected = { discriminator: 15, shortDiscriminator: true, passcode: 20_202_021 };
    expect(code(readFigures("34970112332"))).toEqual(expected);
    expect(code(readFigures("3497-011-2332"))).toEqual(expected);
    expect(writeFigures({ ...expected })).toBe("34970112332");
    expect(writeFigures({ discriminator: 3840, shortDiscriminator: false, passcode: 20_202_021 })).toBe(
      "34970112332",
    );
  });
  it("twenty-one of them name vendor and product", () => {
    const own = {
      discriminator: 15,
      shortDiscriminator: true,
      passcode: 20_202_021,
      vendor: 65_521,
      product: 32_768,
    };
    const figures = writeFigures(own);
    expect(figures).toHaveLength(21);
    expect(figures.startsWith("7497011233" + "65521" + "32768")).toBe(true);
    expect(code(readFigures(figures))).toEqual(own);
  });
  it("are read as they were written, whatever they hold", () => {
    for (let n = 0; n < 200; n++) {
      const own = {
        discriminator: (n * 7) % 16,
        shortDiscriminator: true,
        passcode: 1 + ((n * 7_919_317) % 99_999_990),
        ...(n % 2 ? { vendor: (n * 331) % 65_536, product: (n * 977) % 65_536 } : {}),
      };
      if (/^(\d)\1{7}$/.test(String(own.passcode))) continue;
      expect(code(readFigures(writeFigures(own)))).toEqual(own);
    }
  });
  const checked = (body: string) => body + checkDigit(body);
  it.each([
    ["34970112a32", "must be figures alone"],
    ["3497011233", "must be 11 or 21 figures, not 10"],
    ["34970112331", "has a wrong check digit: 2 would be right"],
    [checked("8497011233"), "begins with a figure above 7"],
    [checked("7497011233"), "begins as one of 21 figures, and has 11"],
    [checked("34970112336552132768"), "begins as one of 11 figures, and has 21"],
    [checked("3655361233"), "has figures 2 to 6 above 65535"],
    [checked("3497018192"), "has figures 7 to 10 above 8191"],
    [checked("74970112336553632768"), "has figures 11 to 15 above 65535"],
    [checked("74970112336552165536"), "has figures 16 to 20 above 65535"],
    [
      writeFigures({ discriminator: 1, shortDiscriminator: true, passcode: 12_345_678 }),
      "names the passcode 12345678, which no device may have",
    ],
    [
      writeFigures({ discriminator: 1, shortDiscriminator: true, passcode: 0 }),
      "names the passcode 00000000, which no device may have",
    ],
    [
      writeFigures({ discriminator: 1, shortDiscriminator: true, passcode: 99_999_999 }),
      "names a passcode above 99999998",
    ],
  ])("%s: %s", (figures, why) => expect(wrong(figures)).toBe(why));
});

describe("the text of a square code", () => {
  it("of the specification's test device", () => {
    const own = code(readSquare("MT:Y.K9042C00KA0648G00")) as {
      passcode: number;
      discriminator: number;
      vendor: number;
    };
    expect(own.passcode).toBe(20_202_021);
    expect(own.discriminator).toBe(3840);
    expect(code(readPairingCode(" mt:y.k9042c00ka0648g00 "))).toEqual(own);
  });
  it.each([
    ["MT:", "is too short"],
    ["MT:Y.K9042C00KA0648G0", "holds a character or a length that base 38 has not"],
    ["MT:Y.K9042C00KA0648G0_", "holds a character or a length that base 38 has not"],
    ["MT:Y.K9042C00KA0648G00*Y.K9042C00KA0648G00", "holds several devices: read them one by one"],
  ])("%s: %s", (text, why) => expect(wrong(text)).toBe(why));
  it("says which version it does not know", () => {
    const bytes = fromBase38("Y.K9042C00KA0648G00")!;
    bytes[0]! |= 1;
    expect(wrong(`MT:${toBase38(bytes)}`)).toBe("is of version 1, which is not known");
  });
  it("base 38 there and back, of every length", () => {
    for (let length = 0; length < 12; length++) {
      const bytes = Uint8Array.from({ length }, (_, n) => (n * 89 + length * 31) % 256);
      expect([...fromBase38(toBase38(bytes))!]).toEqual([...bytes]);
    }
    // 38⁵ is more than three bytes hold.
    expect(fromBase38(".....")).toBeUndefined();
    expect(toBase38(Uint8Array.of(10))).toBe("A0");
  });
});
