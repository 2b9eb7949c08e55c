/** What stage 8 writes: the inventory as a table. */
import type { Papers } from "../../desk/stage";
import { registerCsv } from "./register";

export const papers: Papers = { tables: { register: registerCsv } };
