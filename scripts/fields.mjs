// Writes what the API's description says of the fields of what is found in a
// building, for the forms: what each is, its words, and whether it must be given.
// usage: node fields.mjs OPENAPI.json >fields.gen.ts
import { readFileSync } from "node:fs";

const { schemas } = JSON.parse(readFileSync(process.argv[2], "utf8")).components;
const follow = (s) => (s?.$ref ? schemas[s.$ref.split("/").at(-1)] : s);
const type = (s) => (Array.isArray(s.type) ? s.type.find((t) => t !== "null") : s.type);

function kind(s) {
  if (s.enum) return "choice";
  if (type(s) === "array") return type(follow(s.items)) === "object" ? "rows" : "lengths";
  if (type(s) === "boolean") return "bool";
  if (type(s) === "integer" || type(s) === "number") return "number";
  return s.format === "length" ? "length" : "text";
}

function fields(s, before, out) {
  for (const [name, raw] of Object.entries(s.properties)) {
    const one = follow(raw);
    const path = before + name;
    if (type(one) === "object") fields(one, `${path}.`, out);
    else {
      const must = before === "" && (s.required ?? []).includes(name);
      out[path] = { type: kind(one), ...(one.enum ? { options: one.enum } : {}), ...(must ? { must } : {}) };
    }
  }
  return out;
}

const found = {};
for (const k of schemas.Edit.oneOf) {
  if (k.properties.do.enum[0] === "put-found") found[k.properties.part.enum[0]] = fields(follow(k.properties.entry), "", {});
}
process.stdout.write(`// Made from the API's description by \`make generate\`.
export interface Described {
  type: "text" | "length" | "number" | "bool" | "choice" | "lengths" | "rows";
  options?: string[];
  must?: boolean;
}

export const described: Record<string, Record<string, Described>> = ${JSON.stringify(found, null, 2)};
`);
