// The API's types from its description. Ids of the catalogue are data and may be others tomorrow:
// to the page they are texts.
import { readFile, writeFile } from "node:fs/promises";
import openapiTS, { astToString } from "openapi-typescript";

const description = JSON.parse(await readFile("../openapi.json", "utf8"), (_key, value) => {
  if (value?.format === "catalogue-id") delete value.enum;
  return value;
});
const types = astToString(await openapiTS(description));
await writeFile(
  "src/api/schema.gen.ts",
  `/**\n * Made from openapi.json by \`make codegen\`: do not edit.\n */\n\n${types}`,
);
