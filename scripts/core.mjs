// Times the core in Node: node scripts/core.mjs CORE.wasm WASM_EXEC.js JOB.json
import { readFileSync } from "node:fs";
import { createRequire } from "node:module";
import { gzipSync } from "node:zlib";

const [, , core, glue, job] = process.argv;
globalThis.require = createRequire(import.meta.url);
globalThis.fs = globalThis.require("node:fs");
globalThis.path = globalThis.require("node:path");
globalThis.require(glue);
const bytes = readFileSync(core);
const go = new globalThis.Go();
const since = (t) => `${(performance.now() - t).toFixed(0)} ms`;
let t = performance.now();
const { instance } = await WebAssembly.instantiate(bytes, go.importObject);
go.run(instance);
await new Promise((done) => setTimeout(done, 1));
const loaded = since(t);
const text = readFileSync(job, "utf8");
t = performance.now();
const plan = globalThis.homalosPlan(text);
const first = since(t);
t = performance.now();
globalThis.homalosPlan(text);
const again = since(t);
if (!plan.startsWith('{"format":"homalos-plan/1"')) throw new Error(plan.slice(0, 200));
console.log(`core: ${(gzipSync(bytes, { level: 9 }).length / 1e6).toFixed(2)} MB gzipped, ready in ${loaded}, ${job} from nothing in ${first}, again in ${again}`);
process.exit(0);
