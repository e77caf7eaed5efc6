import { Button, Group, MultiSelect, NativeSelect, Text, TextInput } from "@mantine/core";
import { useDebouncedValue } from "@mantine/hooks";
import { IconDownload } from "@tabler/icons-react";
import { keepPreviousData, useInfiniteQuery, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { useNavigate } from "react-router";
import { api, got, type Job } from "../../api/client";
import { newId } from "../../api/hooks";
import { useJobContext } from "../../app/Shell";
import { Failed, Loading } from "../../app/States";
import { tell } from "../../app/say";
import { Said } from "../../drawing/Len";

const kinds: [string, string][] = [
  ["read", "read"],
  ["chosen", "chosen"],
  ["cut", "cut"],
  ["recut", "came out wrong"],
  ["stood", "stood"],
  ["checked", "checked"],
  ["decided", "decided"],
  ["substituted", "built otherwise"],
  ["settled", "open list"],
  ["photo", "photo"],
  ["hours", "hours"],
];
const named = Object.fromEntries(kinds);
const when = (at: string) => new Date(at).toLocaleString([], { dateStyle: "medium", timeStyle: "short" });

/** The job's log as one list, with what differs between any two of its lines. */
export function Book() {
  const { id, job, plan } = useJobContext();
  const [text, setText] = useState("");
  const [wall, setWall] = useState("");
  const [by, setBy] = useState("");
  const [kind, setKind] = useState<string[]>([]);
  const [from, setFrom] = useState("");
  const [to, setTo] = useState("");
  const [pair, setPair] = useState<number[]>([]);
  const [said] = useDebouncedValue(text, 250);
  const query = {
    ...(said.trim() ? { text: said.trim() } : {}),
    ...(wall ? { wall } : {}),
    ...(by ? { by } : {}),
    ...(kind.length > 0 ? { kind: kind.join(",") } : {}),
    ...(from ? { from } : {}),
    ...(to ? { to } : {}),
  };
  const book = useInfiniteQuery({
    queryKey: ["daybook", id, job.revision, query],
    queryFn: ({ pageParam }) =>
      got(
        api.GET("/api/jobs/{id}/daybook", {
          params: { path: { id }, query: { ...query, most: 100, ...(pageParam ? { before: pageParam } : {}) } },
        }),
      ),
    initialPageParam: 0,
    getNextPageParam: (last) => last.before || undefined,
    placeholderData: keepPreviousData,
  });
  const lines = book.data?.pages.flatMap((p) => p.lines) ?? [];
  const people = [...new Set(book.data?.pages.flatMap((p) => p.people) ?? [])].sort();
  const pick = (r: number) => setPair((now) => (now.includes(r) ? now.filter((x) => x !== r) : [...now.slice(-1), r]));
  const csv = `/api/jobs/${id}/daybook.csv?${new URLSearchParams(query)}`;
  const all = `/api/jobs/${id}/daybook?${new URLSearchParams({ ...query, most: "1000" })}`;
  const filtered = Object.keys(query).length > 0;
  return (
    <>
      <Group gap="sm" align="flex-end" mb="xs" className="no-print">
        <TextInput size="md" w={170} label="Search" value={text} onChange={(e) => setText(e.currentTarget.value)} />
        <NativeSelect
          size="md"
          label="Wall"
          value={wall}
          onChange={(e) => setWall(e.currentTarget.value)}
          data={[{ value: "", label: "all" }, ...plan.plan.walls.map((w) => w.id)]}
        />
        <NativeSelect
          size="md"
          label="Who"
          value={by}
          onChange={(e) => setBy(e.currentTarget.value)}
          data={[{ value: "", label: "everybody" }, ...(by && !people.includes(by) ? [by] : []), ...people]}
        />
        <MultiSelect
          size="md"
          w={170}
          label="Kind"
          placeholder={kind.length === 0 ? "all" : undefined}
          value={kind}
          onChange={setKind}
          data={kinds.map(([value, label]) => ({ value, label }))}
        />
        <TextInput size="md" w={150} label="From" type="date" value={from} onChange={(e) => setFrom(e.currentTarget.value)} />
        <TextInput size="md" w={150} label="To" type="date" value={to} onChange={(e) => setTo(e.currentTarget.value)} />
        <Button h={48} variant="default" component="a" href={csv} download leftSection={<IconDownload size={20} />}>
          CSV
        </Button>
        <Button h={48} variant="default" component="a" href={all} download="log.json" leftSection={<IconDownload size={20} />}>
          JSON
        </Button>
      </Group>
      {pair.length > 0 && <Compared pair={[...pair].sort((a, b) => a - b)} clear={() => setPair([])} />}
      {book.isPending && <Loading />}
      {book.error && !book.data && <Failed error={book.error} again={() => book.refetch()} />}
      <ol className="book">
        {lines.map((l, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: several lines are of one revision, and none moves
          <li key={`${l.revision} ${i}`} className={l.stands ? "" : "gone"}>
            <button type="button" onClick={() => pick(l.revision)} aria-pressed={pair.includes(l.revision)}>
              <span className="book-kind">{named[l.kind] ?? l.kind}</span>
              <span className="book-wall">{l.wall ?? ""}</span>
              <span className="grow">
                <Said text={l.said} />
                {l.why && <small> {l.why}</small>}
                <small className="quiet book-by">
                  {[l.by, when(l.at), l.with, `revision ${l.revision}`, l.stands ? "" : "taken back"].filter(Boolean).join(", ")}
                </small>
              </span>
            </button>
          </li>
        ))}
      </ol>
      {book.data && lines.length === 0 && !book.hasNextPage && (
        <Text className="quiet">{filtered ? "No line of the log is like that." : "Nothing was done yet."}</Text>
      )}
      {book.hasNextPage && (
        <Button h={48} variant="default" loading={book.isFetchingNextPage} onClick={() => book.fetchNextPage()}>
          Earlier lines
        </Button>
      )}
      {pair.length === 0 && lines.length > 0 && (
        <p className="quiet no-print">Touch a line to see what changed since, or a second one to see what changed between.</p>
      )}
    </>
  );
}

type Change = { path: string; was?: string; now?: string };

/** Changes by the thing that they are of: the fields of one entry stand together. What only keeps lines apart is left out. */
function byThing(all: Change[]): [thing: string, fields: [name: string, change: Change][]][] {
  const out = new Map<string, [string, Change][]>();
  for (const c of all) {
    const cut = c.path.lastIndexOf("]") + 1 || c.path.lastIndexOf(".") + 1;
    const [thing, name] = [c.path.slice(0, cut), c.path.slice(cut).replace(/^\./, "")];
    if (name === "id" || name === "at") continue;
    out.set(thing, [...(out.get(thing) ?? []), [name, c]]);
  }
  return [...out];
}

/** A thing as one would call it: an id that only a machine made isn't said. */
const called = (thing: string) =>
  thing
    .replace(/\[[0-9a-f]{8}-[0-9a-f-]{27,}\]/g, "")
    .replace(/[[\]]/g, " ")
    .replace(/\.$/, "")
    .replace(/\./g, ", ")
    .trim();

/** What differs in the job between two lines of its log; since one, if only one is chosen. */
function Compared({ pair, clear }: { pair: number[]; clear: () => void }) {
  const { id, job } = useJobContext();
  const [from = 1, to] = pair;
  const navigate = useNavigate();
  const [copying, setCopying] = useState(false);
  // another job that is as this one was: to look at, or to go on from
  const copy = async () => {
    setCopying(true);
    try {
      const then = await got(api.GET("/api/jobs/{id}/document", { params: { path: { id }, query: { revision: from } } }));
      const document = { ...(then as unknown as Job["document"]) };
      const made = newId();
      await got(
        api.PUT("/api/jobs/{id}", {
          params: { path: { id: made } },
          body: { ...document, name: `${document.name}, as of revision ${from}`.slice(0, 200) },
        }),
      );
      navigate(`/jobs/${made}/read`);
    } catch (e) {
      tell(e);
    }
    setCopying(false);
  };
  const changes = useQuery({
    queryKey: ["changes", id, from, to ?? job.revision],
    queryFn: () => got(api.GET("/api/jobs/{id}/changes", { params: { path: { id }, query: { from, ...(to ? { to } : {}) } } })),
  });
  const all = changes.data?.changes ?? [];
  const things = byThing(all);
  return (
    <section className="compared" aria-label="What changed">
      <h3>
        {to ? `Between revision ${from} and ${to}` : `Since revision ${from}`}
        {changes.data && (
          <small className="quiet">
            {" "}
            {all.length === 0 ? "nothing differs" : `${things.length} ${things.length === 1 ? "thing differs" : "things differ"}`}
          </small>
        )}
      </h3>
      {changes.isPending && <Loading />}
      {changes.error && <Failed error={changes.error} again={() => changes.refetch()} />}
      <ul>
        {things.slice(0, 60).map(([thing, fields]) => (
          <li key={thing}>
            <span className="compared-path">{called(thing)}</span>:{" "}
            {fields.map(([name, c]) => (
              <span key={name} className="compared-field">
                {name && `${name} `}
                {c.was !== undefined && <s className="quiet">{c.was}</s>} {c.now !== undefined ? <b>{c.now}</b> : <i>gone</i>}
              </span>
            ))}
          </li>
        ))}
      </ul>
      {things.length > 60 && <p className="quiet">and {things.length - 60} more</p>}
      <Group gap="sm">
        {pair.map((r) => (
          <Button
            key={r}
            h={48}
            variant="default"
            component="a"
            href={`/api/jobs/${id}/document?revision=${r}`}
            download={`revision-${r}.json`}
          >
            The job as of {r}
          </Button>
        ))}
        <Button h={48} variant="default" loading={copying} onClick={copy}>
          Open a copy as of {from}
        </Button>
        <Button h={48} variant="subtle" onClick={clear}>
          Done
        </Button>
      </Group>
    </section>
  );
}
