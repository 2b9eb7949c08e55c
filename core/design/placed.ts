/** What rows that stand somewhere in the house begin with. */
import { Id, Ref, Text } from "./fields";

/** Drawn on a level. */
export class OnLevel {
  @Id() id!: string;
  @Ref("levels") level!: string;
  @Text({ max: 60 }) name!: string;
}

/** In a room of a level. */
export class InRoom {
  @Id() id!: string;
  @Ref("levels") level!: string;
  @Ref("rooms") room!: string;
  @Text({ max: 60 }) name!: string;
}
