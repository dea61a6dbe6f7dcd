import { readdirSync, readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { brotliCompressSync } from "node:zlib";
import tailwindcss from "@tailwindcss/vite";
import react from "@vitejs/plugin-react";
import { defineConfig, type Plugin } from "vite";

/** Writes a .br beside every text file, so that the server never compresses them again. */
function precompress(folder: string): Plugin {
  return {
    name: "precompress",
    apply: "build",
    closeBundle() {
      for (const entry of readdirSync(folder, { recursive: true, encoding: "utf8" })) {
        if (/\.(js|css|html|svg)$/.test(entry)) {
          const file = join(folder, entry);
          writeFileSync(`${file}.br`, brotliCompressSync(readFileSync(file)));
        }
      }
    },
  };
}

export default defineConfig({
  plugins: [react(), tailwindcss(), precompress(join(import.meta.dirname, "dist"))],
  resolve: { alias: { "@": join(import.meta.dirname, "src") } },
  build: {
    assetsInlineLimit: 0,
    rollupOptions: {
      // The second one is for tests: what the page computes, callable by name in the very bundle.
      input: { index: "index.html", lib: "src/app/lib.ts" },
      preserveEntrySignatures: "exports-only",
      output: {
        entryFileNames: (chunk) => (chunk.name === "lib" ? "lib.js" : "assets/[name]-[hash].js"),
      },
    },
  },
  server: { proxy: { "/api": "http://127.0.0.1:4747" } },
});
