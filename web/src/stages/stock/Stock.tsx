import { ActionIcon, Button, FileButton, Group, NativeSelect, NumberInput, Text, TextInput } from "@mantine/core";
import { useDocumentTitle } from "@mantine/hooks";
import { IconDownload, IconHome, IconUpload } from "@tabler/icons-react";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import { api, got, type Problem, type Shelf } from "../../api/client";
import { SchemeSwitch } from "../../app/Shell";
import { Empty, Failed, Loading } from "../../app/States";
import { tell } from "../../app/say";
import { LengthField } from "../../entry/LengthField";
import { Removable, without } from "../../entry/Removable";
import { useEntry } from "../../entry/useEntry";
import "../jobs/jobs.css";
import "../cut/cut.css";

const kinds = { stick: "whole stick", offcut: "offcut", salvage: "salvage" } as const;

/** What the crew has and what it pays, kept between its jobs. */
export default function Stock() {
  useDocumentTitle("The crew's stock · Homalos");
  const cache = useQueryClient();
  const kept = useQuery({ queryKey: ["shelf"], queryFn: () => got(api.GET("/api/shelf")) });
  const [undo, setUndo] = useState<Shelf>();
  const [units, setUnits] = useState<"imperial" | "metric">("imperial");
  const [faults, setFaults] = useState<Problem>();
  const put = useMutation({
    mutationFn: (shelf: Shelf) =>
      got(
        api.PUT("/api/shelf", { body: { revision: kept.data?.revision ?? 0, shelf: { ...shelf, format: "homalos-shelf/1" } } }),
      ),
    onSuccess: (now) => cache.setQueryData(["shelf"], now),
    onError: (e) => {
      tell(e);
      kept.refetch();
    },
  });
  const shelf = kept.data?.shelf;
  const change = (next: Partial<Shelf>) => {
    if (!shelf) return Promise.resolve(undefined);
    setUndo(shelf);
    return put.mutateAsync({ ...shelf, ...next }).catch(() => undefined);
  };
  const bringIn = async (file: File | null) => {
    if (!file || !shelf) return;
    setFaults(undefined);
    try {
      const read = await got(
        api.POST("/api/shelf.csv", {
          params: { query: { units } },
          body: (await file.text()) as never,
          headers: { "Content-Type": "text/csv" },
          bodySerializer: (b: unknown) => b as string,
        }),
      );
      setUndo(shelf);
      await put.mutateAsync(read.shelf);
    } catch (e) {
      if (Object.keys((e as Problem).at ?? {}).length > 0) setFaults(e as Problem);
      else tell(e);
    }
  };
  return (
    <div className="shell bare">
      <header>
        <ActionIcon component={Link} to="/" size={48} variant="subtle" color="gray" aria-label="All jobs">
          <IconHome />
        </ActionIcon>
        <h1 className="grow">The crew's stock</h1>
        <SchemeSwitch />
      </header>
      <main className="jobs stock-page">
        <Text mb="sm">What you have between jobs, and what you pay. A job takes it under Cut, Yard.</Text>
        <Group gap="sm" mb="md" align="flex-end">
          <FileButton onChange={bringIn} accept="text/csv,.csv,.txt">
            {(props) => (
              <Button {...props} h={48} variant="default" leftSection={<IconUpload size={18} />}>
                Read a CSV file
              </Button>
            )}
          </FileButton>
          <NativeSelect
            label="Lengths in it without a unit are in"
            size="md"
            value={units}
            onChange={(e) => setUnits(e.currentTarget.value as "metric")}
            data={[
              { value: "imperial", label: "inches" },
              { value: "metric", label: "millimetres" },
            ]}
          />
          <Button h={48} variant="default" component="a" href="/api/shelf.csv" leftSection={<IconDownload size={18} />}>
            CSV
          </Button>
          {undo && (
            <Button
              h={48}
              variant="subtle"
              onClick={() => {
                put.mutate(undo);
                setUndo(undefined);
              }}
            >
              Take the last change back
            </Button>
          )}
        </Group>
        {faults && (
          <div className="is-stop" role="alert">
            <b>Nothing of the file was taken.</b>
            <ul className="plain">
              {Object.entries(faults.at)
                .slice(0, 12)
                .map(([where, text]) => (
                  <li key={where + text}>
                    {where}: {text}
                  </li>
                ))}
            </ul>
          </div>
        )}
        {kept.isPending && <Loading />}
        {kept.error && <Failed error={kept.error} again={() => kept.refetch()} />}
        {shelf && (
          <>
            {(shelf.wood ?? []).length + (shelf.prices ?? []).length + (shelf.goods ?? []).length === 0 && (
              <Empty title="Nothing is kept yet">
                <Text>
                  Read a CSV file with the columns lumber, length, count, price (and place, label, condition), or add a line
                  below. What a job leaves over comes here from its yard list.
                </Text>
              </Empty>
            )}
            <h2>Wood</h2>
            <Removable
              lines={(shelf.wood ?? []).map((w) => ({
                name: `${w.count} of ${w.lumber}, ${w.length}`,
                said: (
                  <>
                    <b>
                      {w.count} × {w.lumber}, {w.length}
                    </b>{" "}
                    {kinds[w.what ?? "stick"]}
                    {[w.condition === "bowed" && "bowed", w.label && `marked ${w.label}`, w.place]
                      .filter(Boolean)
                      .map((t) => `, ${t}`)}
                  </>
                ),
              }))}
              take={(i) => change({ wood: without(shelf.wood ?? [], i) })}
            />
            <AddWood add={(w) => change({ wood: [...(shelf.wood ?? []), w] })} units={units} />
            <h2>Prices</h2>
            <Removable
              lines={(shelf.prices ?? []).map((p) => ({
                name: `the price of ${p.lumber}, ${p.length}`,
                said: (
                  <>
                    {p.lumber}, {p.length}: <b>{p.price.toFixed(2)}</b>
                  </>
                ),
              }))}
              take={(i) => change({ prices: without(shelf.prices ?? [], i) })}
            />
            <AddPrice add={(p) => change({ prices: [...(shelf.prices ?? []), p] })} units={units} />
            {(shelf.goods ?? []).length > 0 && (
              <>
                <h2>Beside lumber</h2>
                <Removable
                  lines={(shelf.goods ?? []).map((g) => ({
                    name: g.what,
                    said: (
                      <>
                        {g.what.replace("-", " ")}
                        {g.there ? `, ${g.there} there` : ""}
                        {g.price ? (
                          <>
                            : <b>{g.price.toFixed(2)}</b>
                            {(g.pack ?? 1) > 1 && ` a pack of ${g.pack}`}
                          </>
                        ) : null}
                      </>
                    ),
                  }))}
                  take={(i) => change({ goods: without(shelf.goods ?? [], i) })}
                />
              </>
            )}
          </>
        )}
      </main>
    </div>
  );
}

type Wood = NonNullable<Shelf["wood"]>[number];
type Price = NonNullable<Shelf["prices"]>[number];

/** A length as it is kept: with its unit. */
const withUnit = (text: string, units: string) =>
  /[a-z"'″′]/i.test(text) ? text : `${text.trim()} ${units === "metric" ? "mm" : "in"}`;

function AddWood({ add, units }: { add: (w: Wood) => Promise<unknown>; units: string }) {
  const { one, setOne, send } = useEntry({ lumber: "", length: "", count: 1, what: "stick", place: "" });
  return (
    <form
      className="backing"
      onSubmit={(e) => {
        e.preventDefault();
        send(add({ ...one, what: one.what as "stick", length: withUnit(one.length, units), place: one.place || undefined }));
      }}
    >
      <TextInput
        label="Lumber, as jobs call it"
        value={one.lumber}
        onChange={(e) => setOne({ ...one, lumber: e.currentTarget.value })}
      />
      <LengthField label="Length" units={units} value={one.length} change={(length) => setOne({ ...one, length })} />
      <NumberInput
        label="How many"
        min={1}
        max={10000}
        value={one.count}
        onChange={(v) => setOne({ ...one, count: Number(v) || 1 })}
      />
      <NativeSelect
        label="It is"
        data={Object.entries(kinds).map(([value, label]) => ({ value, label }))}
        value={one.what}
        onChange={(e) => setOne({ ...one, what: e.currentTarget.value })}
      />
      <TextInput label="Where it lies" value={one.place} onChange={(e) => setOne({ ...one, place: e.currentTarget.value })} />
      <Button type="submit" h={48} variant="default" disabled={!one.lumber.trim() || !one.length.trim()}>
        Keep it
      </Button>
    </form>
  );
}

function AddPrice({ add, units }: { add: (p: Price) => Promise<unknown>; units: string }) {
  const { one, setOne, send } = useEntry({ lumber: "", length: "", price: "" as string | number });
  return (
    <form
      className="backing"
      onSubmit={(e) => {
        e.preventDefault();
        send(add({ lumber: one.lumber, length: withUnit(one.length, units), price: Number(one.price) }));
      }}
    >
      <TextInput
        label="Lumber, as jobs call it"
        value={one.lumber}
        onChange={(e) => setOne({ ...one, lumber: e.currentTarget.value })}
      />
      <LengthField label="Length of a stick" units={units} value={one.length} change={(length) => setOne({ ...one, length })} />
      <NumberInput
        label="Price of one"
        min={0}
        max={1000000}
        decimalScale={2}
        hideControls
        value={one.price}
        onChange={(price) => setOne({ ...one, price })}
      />
      <Button type="submit" h={48} variant="default" disabled={!one.lumber.trim() || !one.length.trim() || one.price === ""}>
        Keep the price
      </Button>
    </form>
  );
}
