/** No result outlives what it hangs on: one half of the collections (tests/core/stale.ts). */
import { staleTests } from "../../tests/core/stale";

staleTests(0, 2);
