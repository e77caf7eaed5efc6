import type { Finding } from "../../api/client";
import { Told } from "../../drawing/Told";

/** What is found of an opening in a wall that is there. */
export function Against({ findings }: { findings: Finding[] }) {
  return (
    <>
      {findings.map((f) => (
        <div key={f.code + f.text} className={`finding ${f.level}`}>
          <b className={f.level === "stop" ? "is-stop" : f.level === "warn" ? "is-held" : ""}>
            <Told text={f.text} />
          </b>
          <Told text={f.fix} />
        </div>
      ))}
    </>
  );
}
