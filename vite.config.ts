import { reactRouter } from "@react-router/dev/vite";
import tailwindcss from "@tailwindcss/vite";
import { defineConfig } from "vite";
import { FILES, firstView, saidFirst } from "./bin/first-view.ts";

const shared = saidFirst();

export default defineConfig({
  plugins: [tailwindcss(), reactRouter(), firstView()],
  resolve: { tsconfigPaths: true },
  worker: { format: "es" },
  environments: {
    client: {
      build: {
        rolldownOptions: {
          output: {
            codeSplitting: {
              // What many load stands before what fewer do: a file takes along what its modules ask for.
              groups: FILES.map((name, i) => ({
                name: (id: string) => (shared[id] === name ? name : null),
                debugName: name,
                priority: FILES.length - i,
              })),
            },
          },
        },
      },
    },
  },
});
