import { TYPE_CAN, type ShownType } from "./capabilities";
import { hear, parsed, takenFor, type Spoken } from "./sentence";

const thing = (device: string, name: string, type: ShownType, room?: string, factor = false): Spoken => ({
  device,
  name,
  type,
  can: TYPE_CAN[type],
  ...(room ? { room } : {}),
  ...(factor ? { factor } : {}),
});
const HOUSE: readonly Spoken[] = [
  thing("star", "Star lamp", "colour light", "Attic"),
  thing("stair", "Stair lamp", "dimmable light", "Landing"),
  thing("snug-l", "Snug left shade", "cover", "Snug"),
  thing("snug-r", "Snug right shade", "cover", "Snug"),
  thing("snug-lamp", "Snug lamp", "tunable light", "Snug"),
  thing("hall-lamp", "Hall lamp", "on/off light", "Hall"),
  thing("door", "Front door", "door lock", "Hall", true),
  thing("gate", "Yard gate", "cover", undefined, true),
  thing("vent", "Roof vent", "cover", "Plant house"),
  thing("washer", "Washer", "plug", "Laundry"),
  thing("bath-heat", "Bath heating", "thermostat", "Bath"),
  thing("bath-temp", "Bath temperature", "climate sensor", "Bath"),
  thing("cam", "Quay camera", "camera", "Quay"),
];

/** Sentence, what is asked, who does it, whom it asks about, what it is nearly taken for. */
const SENTENCES: readonly (readonly [string, string, string?, string?, string?])[] = [
  ["turn on the star lamp", "on", "star", "", "stair"],
  ["turn the stair lamp on", "on", "stair", "", "star"],
  ["Stair lamp off", "off", "stair", "", "star"],
  ["switch off the hall lamp, please", "off", "hall-lamp"],
  ["please turn on the hall lamp", "on", "hall-lamp"],
  ["turn on the snug lamp", "on", "snug-lamp"],
  ["close the snug shade", "close", "", "snug-l snug-r"],
  ["close the snug shades", "close", "snug-l snug-r"],
  ["close both snug shades", "close", "snug-l snug-r"],
  ["close all shades in the snug", "close", "snug-l snug-r"],
  ["close all shades", "close", "snug-l snug-r"],
  ["open the snug left shade", "open", "snug-l"],
  ["raise the snug right shade", "open", "snug-r"],
  ["lower the snug right shade", "close", "snug-r"],
  ["shut the roof vent", "close", "vent"],
  ["stop the roof vent", "stop", "vent"],
  ["set the snug left shade to 40 percent", "value", "snug-l"],
  ["open the snug left shade to 40 percent", "value", "snug-l"],
  ["dim the stair lamp to twenty percent", "value", "stair", "", "star"],
  ["set stair lamp 30", "value", "stair", "", "star"],
  ["dim the hall lamp to 20", "value"],
  ["make the star lamp blue", "colour", "star", "", "stair"],
  ["make the snug lamp warm", "colour", "snug-lamp"],
  ["make the hall lamp blue", "colour"],
  ["set the star lamp to red", "colour", "star", "", "stair"],
  ["set the bath heating to 21 degrees", "value", "bath-heat"],
  ["turn all lights off", "off", "star stair snug-lamp hall-lamp"],
  ["turn off the lights", "off", "star stair snug-lamp hall-lamp"],
  ["turn off the lights in the snug", "off", "snug-lamp"],
  ["turn off the light in the hall", "off", "hall-lamp"],
  ["turn off the light", "off", "", "star stair snug-lamp hall-lamp"],
  ["turn everything off", "off", "star stair snug-lamp hall-lamp washer"],
  ["turn everything off in the snug", "off", "snug-lamp"],
  ["unlock the front door", "unlock", "door"],
  ["lock the front door", "lock", "door"],
  ["lock the door", "lock", "door"],
  ["lock the hall door", "lock", "door"],
  ["open the front door", "open"],
  ["is the front door locked", "tell", "door"],
  ["is the hall lamp on", "tell", "hall-lamp"],
  ["open the yard gate", "open", "gate"],
  ["close the yard gate", "close", "gate"],
  ["turn on the washer", "on", "washer"],
  ["start the washer", "on", "washer"],
  ["turn off the washing", "off"],
  ["show the quay camera", "look", "cam"],
  ["show me the weather", "look"],
  ["what is the bath temperature", "tell", "bath-temp"],
  ["how warm is the bath temperature", "tell", "bath-temp"],
  ["open the quay camera", "open"],
  ["turn on the stare lamp", "on", "stair", "", "star"],
  ["turn on the snag lamp", "on", "snug-lamp"],
  ["close the roof went", "close", "vent"],
  ["turn on the kettle", "on"],
  ["turn on", "on"],
  ["sing a song", ""],
  ["", ""],
  ["star lamp", "", "", "", "star stair"],
  ["put the hall lamp off now", "off", "hall-lamp"],
  ["disarm the front door", "disarm", "door"],
];

test("sixty sentences", () => {
  expect(SENTENCES).toHaveLength(60);
  for (const [sentence, asked, reached = "", asks = "", mistaken = ""] of SENTENCES) {
    const heard = hear(sentence, HOUSE, { several: "asks which" });
    expect([
      sentence,
      heard.asked ?? "",
      heard.reached.join(" "),
      heard.asks.join(" "),
      heard.mistaken.map(({ device }) => device).join(" "),
    ]).toEqual([sentence, asked, reached, asks, mistaken]);
    // Nothing done and nothing asked has its reason; what is done has none.
    expect([sentence, heard.why === undefined]).toEqual([sentence, Boolean(reached || asks)]);
  }
});

test("who takes all does not ask", () => {
  expect(hear("close the snug shade", HOUSE, { several: "takes all" })).toMatchObject({
    reached: ["snug-l", "snug-r"],
    asks: [],
  });
});

test("a second factor is asked for to open and unlock, not to close and lock", () => {
  const factor = (sentence: string) => hear(sentence, HOUSE, { several: "asks which" }).factor;
  expect(["unlock the front door", "open the yard gate", "disarm the front door"].map(factor)).toEqual([
    true,
    true,
    true,
  ]);
  expect(
    ["lock the front door", "close the yard gate", "open the roof vent", "is the front door locked"].map(
      factor,
    ),
  ).toEqual([false, false, false, false]);
});

test("why nothing happens is said", () => {
  const why = (sentence: string) => hear(sentence, HOUSE, { several: "asks which" }).why;
  expect(why("turn on the kettle")).toBe("nothing is called “kettle”");
  expect(why("dim the hall lamp to 20")).toBe("Hall lamp cannot do that");
  expect(why("sing a song")).toBe("no verb that is known");
  expect(why("turn on")).toBe("nothing is named");
});

test("values", () => {
  expect(parsed("set the snug lamp to forty percent")).toMatchObject({ asked: "value", value: 40 });
  expect(parsed("set the snug lamp to twelve")).toMatchObject({ value: 12 });
  expect(parsed("set the snug lamp to hundred")).toMatchObject({ value: 100 });
  expect(parsed("set the snug lamp to zero")).toMatchObject({ value: 0 });
  expect(parsed("turn on lamp")).not.toHaveProperty("value");
});

test("in German", () => {
  const things = [
    thing("stube", "Stubenlampe", "dimmable light", "Stube"),
    thing("rollo", "Rollo Küche", "cover", "Küche"),
  ];
  const heard = (sentence: string) => hear(sentence, things, { language: "de", several: "asks which" });
  expect(heard("schalte die Stubenlampe ein")).toMatchObject({ asked: "on", reached: ["stube"] });
  expect(heard("mach das Licht in der Stube aus")).toMatchObject({ asked: "off", reached: ["stube"] });
  expect(heard("öffne das Rollo in der Küche")).toMatchObject({ asked: "open", reached: ["rollo"] });
  expect(heard("dimme die Stubenlampe auf 30 Prozent")).toMatchObject({
    asked: "value",
    value: 30,
    reached: ["stube"],
  });
});

test.each([
  ["Snug", { word: "Snug", for: "a room" }],
  ["Lights", { word: "Lights", for: "all of a sort" }],
  ["Everything", { word: "Everything", for: "all of a sort" }],
  ["Open shelf lamp", { word: "open", for: "a command" }],
  ["Lamp 2", { word: "2", for: "a number" }],
  ["Lamp two", { word: "two", for: "a number" }],
  ["Front door lock", undefined],
  ["Snug lamp", undefined],
])("what %s is taken for", (name, want) => expect(takenFor(name, ["Snug", "Hall"])).toEqual(want));
