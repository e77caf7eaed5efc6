import { Button, Group, NumberInput, Table, Text } from "@mantine/core";
import { notifications } from "@mantine/notifications";
import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import { api, got, type Rules } from "../../api/client";
import { useJobContext } from "../../app/Shell";
import { tell } from "../../app/say";
import { Len, Said } from "../../drawing/Len";
import { type Draft, useEdits } from "../../edits/useEdits";
import { bare } from "../../entry/bare";
import { LengthEdit } from "../../entry/LengthField";

type Row = ReturnType<typeof useJobContext>["plan"]["plan"]["yard"]["rows"][number];
type Goods = NonNullable<Rules["goods"]>[number];

const count = (n: number, unit: string) => (unit === "each" ? String(n) : `${n} ${unit}`);

/** What the job wants from the yard: need, what is there, what is ordered, and what that costs. */
export function Yard() {
  const { job, plan } = useJobContext();
  const { yard } = plan.plan;
  const edits = useEdits(job);
  const rules = job.document.rules ?? {};
  const set = (change: Partial<Rules>) => edits.make({ do: "put-rules", rules: { ...rules, ...change } }).catch(tell);
  const goods = (what: Goods["what"], change: Partial<Goods>) => {
    const all = rules.goods ?? [];
    const was = all.find((g) => g.what === what) ?? { what };
    const next = { ...was, ...change };
    set({ goods: [...all.filter((g) => g.what !== what), next] });
  };
  return (
    <>
      <Crew />
      <Table className="lines yard-list">
        <Table.Thead>
          <Table.Tr>
            <Table.Th>What</Table.Th>
            <Table.Th className="num">Need</Table.Th>
            <Table.Th className="num">There</Table.Th>
            <Table.Th className="num">To order</Table.Th>
            <Table.Th className="num">Price of one</Table.Th>
            <Table.Th className="num">Price</Table.Th>
          </Table.Tr>
        </Table.Thead>
        <Table.Tbody>
          {yard.rows.map((r) => (
            <YardLine key={r.said} row={r} goods={goods} />
          ))}
        </Table.Tbody>
        <Table.Tfoot>
          {yard.sum > 0 && (
            <>
              {(yard.tax ?? 0) > 0 && (
                <>
                  <Sum said="Sum of what has a price" v={yard.sum} />
                  <Sum said={`Tax, ${rules.tax} %`} v={yard.tax ?? 0} />
                </>
              )}
              <Sum said="Total" v={yard.total} bold />
            </>
          )}
        </Table.Tfoot>
      </Table>
      {(yard.open ?? 0) > 0 && (
        <Text className="quiet">
          {yard.open} {yard.open === 1 ? "row has" : "rows have"} no price{yard.sum > 0 ? " and are in no sum" : ""}. Touch one to
          price it.
        </Text>
      )}
      {(yard.unread ?? []).length > 0 && (
        <Text className="is-held">
          Boards and insulation of {yard.unread?.join(", ")} aren't counted yet: the height isn't read there.
        </Text>
      )}
      <Text className="quiet">Fixings are counted by the crew's schedule; the local code and the makers' sheets decide.</Text>
      <Habits rules={rules} set={set} />
      <Bays />
    </>
  );
}

function Sum({ said, v, bold }: { said: string; v: number; bold?: boolean }) {
  return (
    <Table.Tr>
      <Table.Td colSpan={5} className="num">
        {bold ? <b>{said}</b> : said}
      </Table.Td>
      <Table.Td className="num">{bold ? <b>{v.toFixed(2)}</b> : v.toFixed(2)}</Table.Td>
    </Table.Tr>
  );
}

function YardLine({ row: r, goods }: { row: Row; goods: (what: Goods["what"], change: Partial<Goods>) => void }) {
  const { job } = useJobContext();
  const [open, setOpen] = useState(false);
  const priced = r.what !== "lumber";
  const what = r.what as Goods["what"];
  const now = job.document.rules?.goods?.find((g) => g.what === what);
  return (
    <>
      <Table.Tr>
        <Table.Td>
          <button type="button" className="yard-what" aria-expanded={open} onClick={() => setOpen(!open)}>
            <Said text={r.said} />
          </button>
        </Table.Td>
        <Table.Td className="num" data-head="need">
          {count(r.need, r.unit)}
        </Table.Td>
        <Table.Td className="num" data-head="there">
          {r.there ? count(r.there, r.unit) : ""}
        </Table.Td>
        <Table.Td className="num" data-head="to order">
          <b>{r.packs ? `${r.packs} × ${r.pack}` : count(r.order, r.unit)}</b>
          {(r.cull ?? 0) > 0 && <div className="quiet">{r.cull} for culls</div>}
        </Table.Td>
        <Table.Td className="num" data-head="price of one">
          {r.priced ? r.each?.toFixed(2) : ""}
        </Table.Td>
        <Table.Td className="num" data-head="price">
          {r.priced ? (r.price ?? 0).toFixed(2) : <span className="quiet">no price</span>}
        </Table.Td>
      </Table.Tr>
      {open && (
        <Table.Tr>
          <Table.Td colSpan={6}>
            <ul className="plain yard-how">
              {r.how.map((h) => (
                <li key={h.said + (h.wall ?? "")}>
                  <span className="grow">
                    {h.said}
                    {h.wall && `, wall ${h.wall}`}
                  </span>
                  <b>{h.n}</b>
                </li>
              ))}
            </ul>
            {!priced && <LumberPrice row={r} />}
            {priced && (
              <Group gap="sm" align="flex-end">
                <Kept label="There already" now={now?.there} keep={(there) => goods(what, { there })} />
                <Kept label="In a pack" whole now={now?.pack} keep={(pack) => goods(what, { pack })} />
                <Kept
                  label={(now?.pack ?? 1) > 1 ? "Price of a pack" : "Price of one"}
                  now={now?.price}
                  keep={(price) => goods(what, { price })}
                />
              </Group>
            )}
          </Table.Td>
        </Table.Tr>
      )}
    </>
  );
}

/** What a stick of a length costs, where it is one that is sold. */
function LumberPrice({ row: r }: { row: Row }) {
  const { job, plan } = useJobContext();
  const edits = useEdits(job);
  const at = (job.document.lumber ?? []).findIndex((l) => l.id === r.lumber);
  const l = job.document.lumber?.[at];
  const long = (plan.usual.stock[at] ?? []).find((s) => bare(s) === bare(r.stock ?? ""));
  if (!l || !long) return <Text className="quiet">It isn't a length that is sold.</Text>;
  const keep = (price?: number) => {
    const rest = (l.prices ?? []).filter((p) => bare(p.length) !== bare(long));
    const prices = price === undefined ? rest : [...rest, { length: long, price }];
    edits.make({ do: "put-lumber", lumber: { ...l, prices: prices.length > 0 ? prices : undefined } }).catch(tell);
  };
  return <Kept label="Price of one" now={l.prices?.find((p) => bare(p.length) === bare(long))?.price} keep={keep} />;
}

/** A number that is kept as it is left; none where it is emptied. */
function Kept({ label, now, keep, whole }: { label: string; now?: number; keep: (v?: number) => void; whole?: boolean }) {
  const [typed, setTyped] = useState<string | number>(now ?? "");
  const left = () => {
    const v = typed === "" || Number(typed) === 0 ? undefined : Number(typed);
    if (v !== now) keep(v);
  };
  return (
    <NumberInput
      size="md"
      w={150}
      label={label}
      min={0}
      max={1000000}
      decimalScale={whole ? 0 : 2}
      hideControls
      value={typed}
      onChange={setTyped}
      onBlur={left}
      onKeyDown={(e) => e.key === "Enter" && left()}
    />
  );
}

/** What the crew's own stock has for this job, and what of this job goes back to it. */
function Crew() {
  const { id, job } = useJobContext();
  const edits = useEdits(job);
  const cache = useQueryClient();
  const take = async () => {
    try {
      const found = await got(api.POST("/api/jobs/{id}/shelf", { params: { path: { id } } }));
      if (found.edits.length === 0) {
        notifications.show({ message: "The crew's stock and prices know nothing more of this job's lumber." });
        return;
      }
      await edits.make(found.edits as Draft[]);
    } catch (e) {
      tell(e);
    }
  };
  const leave = () =>
    got(api.POST("/api/jobs/{id}/leftovers", { params: { path: { id } } })).then((s) => {
      cache.invalidateQueries({ queryKey: ["shelf"] });
      notifications.show({ message: `The crew's stock has ${(s.shelf.wood ?? []).length} kinds of wood now.` });
    }, tell);
  return (
    <Group gap="sm" mb="sm" className="no-print">
      <Button h={48} variant="default" onClick={take}>
        Take the crew's stock and prices
      </Button>
      <Button h={48} variant="default" onClick={leave}>
        Put what is left over into it
      </Button>
      <Button h={48} variant="subtle" component={Link} to="/stock">
        The crew's stock
      </Button>
    </Group>
  );
}

/** How the crew orders: culls, tax, what is kept, how fixings are counted, insulation. */
function Habits({ rules, set }: { rules: Rules; set: (change: Partial<Rules>) => void }) {
  const { job, plan } = useJobContext();
  const u = job.document.units;
  const usual = plan.usual.rules;
  const length = (label: string, value: string, keep: (v: string) => void) => (
    <LengthEdit label={label} units={u} value={value} keep={keep} />
  );
  const nailing = { ...usual.nailing, ...rules.nailing };
  const fill = rules.insulation;
  return (
    <details className="no-print">
      <summary>How we order, cut and fix</summary>
      <div className="habits">
        <Kept label="Culls, of a hundred sticks" now={rules.cull} keep={(cull) => set({ cull })} />
        <Kept label="Tax, per cent" now={rules.tax} keep={(tax) => set({ tax })} />
        {length("Cut off to square an end", rules.square ?? usual.square ?? "", (square) => set({ square }))}
        {length("Shortest offcut worth keeping", rules.keep ?? usual.keep ?? "", (keep) => set({ keep }))}
        {length("Longest piece from a bowed stick", rules.bowed ?? usual.bowed ?? "", (bowed) => set({ bowed }))}
        <Kept label="Nails in each end" whole now={nailing.end} keep={(end) => set({ nailing: { ...rules.nailing, end } })} />
        {length("Apart, wood along wood", nailing.step ?? "", (step) => set({ nailing: { ...rules.nailing, step } }))}
        {length("Apart, under boards", nailing.board ?? "", (board) => set({ nailing: { ...rules.nailing, board } }))}
      </div>
      {fill ? (
        <div className="habits">
          {length("Insulation, wide", fill.width, (width) => set({ insulation: { ...fill, width } }))}
          {length("Long", fill.length, (long) => set({ insulation: { ...fill, length: long } }))}
          {length("Cut larger than its bay by", fill.over ?? plan.usual.fill.over ?? "", (over) =>
            set({ insulation: { ...fill, over } }),
          )}
          <Button h={48} variant="default" onClick={() => set({ insulation: undefined })}>
            No insulation
          </Button>
        </div>
      ) : (
        <Button
          h={48}
          variant="default"
          onClick={() => set({ insulation: { width: plan.usual.fill.width, length: plan.usual.fill.length } })}
        >
          Fill the bays with insulation
        </Button>
      )}
    </details>
  );
}

/** Insulation by bay, as it is cut. */
function Bays() {
  const { job, plan } = useJobContext();
  const edits = useEdits(job);
  const bays = plan.plan.yard.bays ?? [];
  if (!job.document.rules?.insulation) return null;
  const walls = job.document.walls ?? [];
  return (
    <details>
      <summary>
        Insulation by bay: <b>{bays.length}</b> bays
      </summary>
      {walls.map((w) => {
        const mine = bays.filter((b) => b.wall === w.id);
        return (
          <section key={w.id}>
            <Group gap="sm">
              <h3>Wall {w.id}</h3>
              <Button
                h={48}
                className="no-print"
                variant="default"
                onClick={() =>
                  edits.make({ do: "put-wall", wall: { ...w, unfilled: w.unfilled ? undefined : true } }).catch(tell)
                }
              >
                {w.unfilled ? "Fill it" : "Leave it empty"}
              </Button>
            </Group>
            <ol className="face-list">
              {mine.map((b) => (
                <li key={b.from}>
                  <b>
                    <Len text={bare(b.wide)} /> × <Len text={bare(b.high)} />
                  </b>{" "}
                  <span className="quiet">
                    at <Len text={bare(b.from)} />
                    {b.across > 1 && `, ${b.across} side by side`}
                  </span>
                </li>
              ))}
            </ol>
          </section>
        );
      })}
    </details>
  );
}
