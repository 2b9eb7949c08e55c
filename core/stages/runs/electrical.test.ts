import { InputError } from "../../design/input-error";
import { atTemperature, ohmPerKm, POE_CLASSES, poeLoopOhm, poeVolts, twoWireDropV } from "./electrical";

test("24 V, 5 A, 10 m of 16 AWG lose 1.32 V, which is 5.5 %", () => {
  const lost = twoWireDropV(10, 5, ohmPerKm("16 AWG"));
  expect(lost).toBeCloseTo(1.32, 10);
  expect((100 * lost) / 24).toBeCloseTo(5.5, 10);
});

test("50 V, 25.5 W over 90 m at the standard's largest resistance arrive as 45.24 V", () => {
  const loop = poeLoopOhm(90, 93.8, false);
  expect(loop).toBeCloseTo(8.442, 10);
  expect(poeVolts(50, 25.5, loop)).toBeCloseTo(45.24, 2);
});

test("power through a resistance: volts and amps at the device give its watts", () => {
  const loop = poeLoopOhm(70, 93.8, true);
  const volts = poeVolts(52, 71.3, loop)!;
  expect(volts * ((52 - volts) / loop)).toBeCloseTo(71.3, 9);
});

test("too much resistance: it cannot start", () => {
  expect(poeVolts(50, 25.5, 24.5)).toBeDefined();
  expect(poeVolts(50, 25.5, 24.6)).toBeUndefined();
});

test("gauges: tables first, resistivity for the rest, nonsense refused", () => {
  expect(ohmPerKm("1.5mm2")).toBe(12.1);
  expect(ohmPerKm("24 AWG")).toBe(84.2);
  expect(ohmPerKm("10mm2")).toBeCloseTo(1.7241);
  expect(() => ohmPerKm("thick")).toThrow(InputError);
  expect(() => ohmPerKm("0 mm2")).toThrow(InputError);
});

test("copper at 60 °C has 15.72 % more than at 20 °C", () =>
  expect(atTemperature(10, 60)).toBeCloseTo(11.572, 10));

test("every class gives the device less than the source sets aside", () => {
  for (const power of Object.values(POE_CLASSES)) expect(power.deviceW).toBeLessThan(power.sourceW);
});
