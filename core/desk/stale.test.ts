/** No result outlives what it hangs on (tests/core/stale.ts). */
import { staleTests } from "../../tests/core/stale";

staleTests();
