import { BarChart } from "@mantine/charts";
import "@mantine/charts/styles.css";
import { Button } from "@mantine/core";
import { useQuery } from "@tanstack/react-query";
import type { ReactNode } from "react";
import { api, got } from "../../api/client";
import type { components } from "../../api/schema.gen";
import { useJobContext } from "../../app/Shell";
import { Failed, Loading } from "../../app/States";
import { tell } from "../../app/say";
import { Len } from "../../drawing/Len";
import { useEdits } from "../../edits/useEdits";

type Spread = components["schemas"]["FigureSpread"];
type Share = components["schemas"]["FigureShare"];
type Tape = components["schemas"]["FigureTape"];

/** What the record says of the work: each figure with how many it is of. */
export default function Figures() {
  const { id, job } = useJobContext();
  const figures = useQuery({
    queryKey: ["figures", id, job.revision],
    queryFn: () => got(api.GET("/api/jobs/{id}/figures", { params: { path: { id } } })),
  });
  if (figures.isPending) return <Loading />;
  if (figures.error) return <Failed error={figures.error} again={() => figures.refetch()} />;
  const f = figures.data;
  const share = f.first.of > 0 ? Math.round((100 * f.first.did) / f.first.of) : 0;
  return (
    <div className="figures">
      <section aria-label="Fitted first time">
        <h3>Fitted first time</h3>
        {f.first.of > 0 ? (
          <>
            <p className="figure-large">{share} %</p>
            <p>
              {f.first.did} of {f.first.of} pieces that were cut: not cut again, not packed, and come out as called.
            </p>
            <Bar did={f.first.did} of={f.first.of} />
          </>
        ) : (
          <Nothing>No piece is cut yet.</Nothing>
        )}
      </section>
      <section aria-label="Cut against called">
        <h3>What came off the saw, less what was called</h3>
        <Spreads all={f.cutting} none="Nobody wrote down yet what a piece came out at." />
      </section>
      <section aria-label="Readings by tape">
        <h3>Readings less what the others foretell, by tape</h3>
        <Spreads all={f.byTape} none="Too few readings bear on each other to say." />
      </section>
      <section aria-label="Readings by person">
        <h3>The same, by who read</h3>
        <Spreads all={f.byPerson} none="Too few readings bear on each other to say." />
      </section>
      <section aria-label="Tapes against a known length">
        <h3>Tapes against a known length</h3>
        {f.tapes.length === 0 && <Nothing>No tape was checked: read a known length with it, under Read, What is there.</Nothing>}
        {f.tapes.map((t) => (
          <OneTape key={t.name} t={t} />
        ))}
      </section>
      <section aria-label="Slips">
        <h3>Slips by kind</h3>
        <Shares all={f.slips} none="None was written down." bare />
      </section>
      <section aria-label="Foretold lengths">
        <h3>Foretold against what was found</h3>
        <table>
          <tbody>
            <SpreadRow s={{ ...f.heights, name: "corner heights, measured less foretold" }} />
            <SpreadRow s={{ ...f.tried, name: "first pieces, tried: how much too long" }} />
          </tbody>
        </table>
      </section>
      <section aria-label="Checks">
        <h3>Right when first looked at</h3>
        <Shares all={f.checks} none="Nothing was checked yet." />
      </section>
      <section aria-label="Pace">
        <h3>Pace, minutes of one person for one</h3>
        {f.paces.length === 0 ? (
          <Nothing>No hours are written down: touch a task that is done, under Stand, Day by day.</Nothing>
        ) : (
          <>
            <BarChart
              h={40 + 44 * f.paces.length}
              data={f.paces.map((p) => ({ name: `${p.said} (${p.of})`, took: p.minutes, planned: p.planned }))}
              dataKey="name"
              orientation="vertical"
              yAxisProps={{ width: 200, tick: { fontSize: 14 } }}
              xAxisProps={{ tick: { fontSize: 14 } }}
              withLegend
              tickLine="none"
              series={[
                { name: "took", label: "took", color: "var(--lead)" },
                { name: "planned", label: "as planned", color: "var(--wood)" },
              ]}
            />
            <p className="quiet">Stand takes the crew's own figures over, under its habits.</p>
          </>
        )}
      </section>
    </div>
  );
}

const Nothing = ({ children }: { children: ReactNode }) => <p className="quiet">{children}</p>;

function Bar({ did, of }: { did: number; of: number }) {
  return (
    <svg className="share-bar" viewBox="0 0 100 8" preserveAspectRatio="none" aria-hidden="true">
      <rect width="100" height="8" fill="var(--wood)" />
      <rect width={(100 * did) / Math.max(1, of)} height="8" fill="var(--lead)" />
    </svg>
  );
}

const name = (s: { name?: string }) => (s.name === undefined ? "all" : s.name === "?" ? "not said" : s.name);

function SpreadRow({ s }: { s: Spread }) {
  return (
    <tr>
      <th scope="row">{name(s)}</th>
      <td>
        {s.of === 0 ? (
          <span className="quiet">none yet</span>
        ) : (
          <>
            <Len text={s.mean} />
            {s.sigma && (
              <>
                {" "}
                ± <Len text={s.sigma} />
              </>
            )}
          </>
        )}
      </td>
      <td className="quiet">of {s.of}</td>
    </tr>
  );
}

/** Means with how much single ones scatter, drawn about nothing and written out. */
function Spreads({ all, none }: { all: Spread[]; none: string }) {
  const { job } = useJobContext();
  if (all.length === 0) return <Nothing>{none}</Nothing>;
  const k = job.document.units === "metric" ? 1 : 1 / 25.4;
  const rows = all.slice(0, 12);
  const digits = job.document.units === "metric" ? 10 : 1000;
  const round = (v: number) => Math.round(v * k * digits) / digits;
  return (
    <>
      <BarChart
        h={74 + 34 * rows.length}
        data={rows.map((s) => ({
          name: `${name(s)} (${s.of})`,
          range: [round(s.meanMM - s.sigmaMM), round(s.meanMM + s.sigmaMM)],
        }))}
        dataKey="name"
        orientation="vertical"
        yAxisProps={{ width: 150, tick: { fontSize: 14 } }}
        xAxisProps={{ tick: { fontSize: 14 } }}
        tickLine="none"
        withTooltip={false}
        minBarSize={3}
        xAxisLabel={job.document.units === "metric" ? "mm: most lie within the bar" : "inches: most lie within the bar"}
        referenceLines={[{ x: 0, color: "var(--ink)" }]}
        series={[{ name: "range", color: "var(--lead)" }]}
      />
      <table>
        <tbody>
          {all.map((s) => (
            <SpreadRow key={s.name ?? ""} s={s} />
          ))}
        </tbody>
      </table>
    </>
  );
}

function Shares({ all, none, bare = false }: { all: Share[]; none: string; bare?: boolean }) {
  if (all.length === 0) return <Nothing>{none}</Nothing>;
  return (
    <table>
      <tbody>
        {all.map((s) => (
          <tr key={s.name}>
            <th scope="row">{s.name?.replace(/-/g, " ")}</th>
            <td className="share-cell">
              <Bar did={s.did} of={s.of} />
            </td>
            <td className="quiet">{bare ? s.did : `${s.did} of ${s.of}`}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** A tape by its readings of a known length, and the offer to correct it. */
function OneTape({ t }: { t: Tape }) {
  const { job } = useJobContext();
  const edits = useEdits(job);
  const instrument = job.document.survey?.instruments?.find((i) => i.id === t.name);
  const correct = () => {
    if (!instrument || !t.correct) return;
    edits.make({ do: "put-found", part: "instruments", entry: { ...instrument, offset: t.correct } }).catch(tell);
  };
  return (
    <div className="tape">
      <p>
        <b>{t.name}</b> reads <Len text={t.mean} /> too much
        {t.sigma && (
          <>
            {" "}
            ± <Len text={t.sigma} />
          </>
        )}
        , of {t.of} readings.{" "}
        {t.takes ? (
          <>
            <Len text={t.takes} /> is taken off each of its readings.
          </>
        ) : (
          "Nothing is taken off its readings."
        )}
      </p>
      {t.wrong && instrument && (
        <Button h={48} variant="default" loading={edits.isPending} onClick={correct}>
          Take <Len text={t.mean} /> off instead
        </Button>
      )}
    </div>
  );
}
