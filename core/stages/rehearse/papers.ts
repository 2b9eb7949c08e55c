/** What stage 11 writes: a rehearsal and the outage table. */
import type { Papers } from "../../desk/stage";
import { rehearseCommand } from "./command";
import { outageCommand } from "./outage/command";
import { outageCsv } from "./outage/csv";

export const papers: Papers = {
  commands: { rehearse: rehearseCommand, outage: outageCommand },
  tables: { outages: outageCsv },
};
