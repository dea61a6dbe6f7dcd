import hooks from "eslint-plugin-react-hooks";
import tseslint from "typescript-eslint";

/** Layers, lowest first: each imports only from those before it, features only from their own folder. */
const LAYERS = ["api", "lib", "kitchen", "ui", "picture", "features", "app"];
/** These two stand side by side. */
const ABOVE_KITCHEN = { ui: ["picture"], picture: ["ui"] };

const layers = LAYERS.map((layer, i) => {
  const above = [...LAYERS.slice(i + 1), ...(ABOVE_KITCHEN[layer] ?? [])];
  const own = layer === "features" ? ["features"] : [];
  const banned = [...new Set([...above, ...own])];
  return {
    files: [`src/${layer}/**`],
    rules: {
      "no-restricted-imports": [
        "error",
        {
          patterns: [
            ...(banned.length > 0
              ? [
                  {
                    group: banned.flatMap((name) => [`@/${name}`, `@/${name}/*`]),
                    message: `${layer} stands below; see docs/architecture.md.`,
                  },
                ]
              : []),
            // Out of a folder the way leads over its layer's name only.
            { group: ["../../*"], message: "Name the layer: @/…" },
            ...(layer === "features"
              ? [{ group: ["../*"], message: "Features meet only in app." }]
              : [{ group: ["../*"], message: "Name the layer: @/…" }]),
          ],
        },
      ],
    },
  };
});

export default tseslint.config(
  { ignores: ["dist", "codegen.mjs", "src/api/schema.gen.ts", "*.config.*"] },
  tseslint.configs.strictTypeChecked,
  hooks.configs.flat.recommended,
  {
    languageOptions: { parserOptions: { projectService: true } },
    rules: {
      "@typescript-eslint/restrict-template-expressions": ["error", { allowNumber: true }],
      // Taking a property away is written by naming it and keeping the rest.
      "@typescript-eslint/no-unused-vars": ["error", { ignoreRestSiblings: true }],
    },
  },
  ...layers,
);
