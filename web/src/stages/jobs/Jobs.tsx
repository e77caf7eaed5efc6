import {
  ActionIcon,
  Button,
  FileButton,
  Group,
  Modal,
  NativeSelect,
  SegmentedControl,
  Stack,
  Text,
  TextInput,
} from "@mantine/core";
import { useForm } from "@mantine/form";
import { useDebouncedValue, useDocumentTitle } from "@mantine/hooks";
import { notifications } from "@mantine/notifications";
import { IconPlus, IconTrash, IconUpload } from "@tabler/icons-react";
import { useQueryClient } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { Link, useNavigate } from "react-router";
import { api, got, type Problem, type Summary } from "../../api/client";
import { newId, useBin, useJobs, useShops } from "../../api/hooks";
import { SchemeSwitch } from "../../app/Shell";
import { Empty, Failed, Loading } from "../../app/States";
import { tell } from "../../app/say";
import "./jobs.css";

/** The crew's jobs: open one, start one, bring one in. */
export function Jobs() {
  const [filter, setFilter] = useState("");
  const [named] = useDebouncedValue(filter.trim(), 200);
  const jobs = useJobs(named);
  const shown = jobs.data?.pages.flatMap((p) => p.jobs) ?? [];
  const bin = useBin();
  useDocumentTitle("Jobs · Homalos");
  const cache = useQueryClient();
  const go = useNavigate();
  const [starting, setStarting] = useState(false);
  const [faults, setFaults] = useState<Problem>();
  const ids = useRef(new Map<string, string>());
  const bringIn = async (file: File | null) => {
    if (!file) return;
    // brought in again, since no answer came, it keeps its id: it is made once
    const which = `${file.name} ${file.size} ${file.lastModified}`;
    const id = ids.current.get(which) ?? newId();
    ids.current.set(which, id);
    try {
      const job = await got(
        api.PUT("/api/jobs/{id}", {
          params: { path: { id } },
          body: (await file.text()) as never,
          bodySerializer: (b: unknown) => b as string,
        }),
      );
      ids.current.delete(which);
      cache.invalidateQueries({ queryKey: ["jobs"] });
      go(`/jobs/${job.id}/read`);
    } catch (e) {
      if (Object.keys((e as Problem).at ?? {}).length > 0) setFaults(e as Problem);
      else tell(e);
    }
  };
  const turned = () => {
    for (const key of ["jobs", "bin"]) cache.invalidateQueries({ queryKey: [key] });
  };
  const bringBack = (j: Summary) => got(api.POST("/api/bin/{id}/restore", { params: { path: { id: j.id } } })).then(turned, tell);
  const remove = (j: Summary) =>
    got(api.DELETE("/api/jobs/{id}", { params: { path: { id: j.id } } })).then(() => {
      turned();
      notifications.show({
        autoClose: 12000,
        message: (
          <Group justify="space-between" wrap="nowrap">
            <span>{j.name} is in the bin for a day.</span>
            <Button h={48} variant="default" style={{ flexShrink: 0 }} onClick={() => bringBack(j)}>
              Bring it back
            </Button>
          </Group>
        ),
      });
    }, tell);
  return (
    <div className="shell bare">
      <header>
        <h1 className="grow">Homalos</h1>
        <SchemeSwitch />
      </header>
      <main className="jobs">
        <Group mb="md" gap="sm">
          <Button h={48} leftSection={<IconPlus size={18} />} onClick={() => setStarting(true)}>
            New job
          </Button>
          <FileButton onChange={bringIn} accept="application/json,.json">
            {(props) => (
              <Button {...props} h={48} variant="default" leftSection={<IconUpload size={18} />}>
                Import a job
              </Button>
            )}
          </FileButton>
          <Button h={48} variant="default" component={Link} to="/stock">
            The crew's stock
          </Button>
          {(shown.length > 3 || filter !== "") && (
            <TextInput
              size="md"
              placeholder="Find a job"
              aria-label="Find a job"
              value={filter}
              onChange={(e) => setFilter(e.currentTarget.value)}
            />
          )}
        </Group>
        {jobs.isPending && <Loading />}
        {jobs.error && <Failed error={jobs.error} again={() => jobs.refetch()} />}
        {jobs.data && shown.length === 0 && named === "" && (
          <Empty title="No job yet">
            <Text>
              Start one, name its first wall, and tape the gap from floor to ceiling at three places along it: the stud lengths
              follow.
            </Text>
          </Empty>
        )}
        <ul>
          {shown.map((j) => (
            <li key={j.id}>
              <Link to={`/jobs/${j.id}/read`}>
                <b>{j.name}</b>
                <span className="quiet">
                  {j.counted &&
                    `${j.walls} ${j.walls === 1 ? "wall" : "walls"}, ${j.readings} ${j.readings === 1 ? "reading" : "readings"}, `}
                  {j.units === "metric" ? "millimetres" : "inches"}
                </span>
                {!j.counted ? (
                  <span className="counts quiet">being counted …</span>
                ) : j.fault ? (
                  <span className="counts is-stop">It can't be planned: {j.fault}</span>
                ) : (
                  <span className="counts">
                    <span className="is-ready">
                      {j.cut} of {j.pieces} cut
                    </span>
                    {j.held > 0 && <span className="is-held">{j.held} held: tape first</span>}
                    {j.blocked > 0 && <span className="is-stop">{j.blocked} stopped</span>}
                  </span>
                )}
              </Link>
              <ActionIcon size={48} variant="subtle" color="gray" aria-label={`Delete ${j.name}`} onClick={() => remove(j)}>
                <IconTrash size={20} />
              </ActionIcon>
            </li>
          ))}
        </ul>
        {jobs.data && named !== "" && shown.length === 0 && <Text className="quiet">No job is called that.</Text>}
        {jobs.hasNextPage && (
          <Button h={48} mt="md" variant="default" loading={jobs.isFetchingNextPage} onClick={() => jobs.fetchNextPage()}>
            Show earlier jobs
          </Button>
        )}
        {(bin.data?.length ?? 0) > 0 && (
          <details className="bin">
            <summary>
              In the bin: {bin.data?.length} {bin.data?.length === 1 ? "job" : "jobs"}
            </summary>
            <ul>
              {bin.data?.map((j) => (
                <li key={j.id}>
                  <div className="grow">
                    <b>{j.name}</b>
                    <div className="quiet">{left(j.until)}</div>
                  </div>
                  <Button h={48} variant="default" aria-label={`Bring ${j.name} back`} onClick={() => bringBack(j)}>
                    Bring it back
                  </Button>
                </li>
              ))}
            </ul>
          </details>
        )}
        <Text className="quiet" mt="xl" size="sm">
          For programs of your own: <a href="/api/docs">the API, and how to call it</a>
        </Text>
      </main>
      {starting && <Start close={() => setStarting(false)} />}
      <Modal opened={!!faults} onClose={() => setFaults(undefined)} title="This file can't be brought in" size="lg">
        <Text mb="sm">Nothing was kept. Mend these and try again:</Text>
        <ul className="faults">
          {Object.entries(faults?.at ?? {}).map(([path, text]) => (
            <li key={path}>
              <code>{path}</code> {text}
            </li>
          ))}
        </ul>
      </Modal>
    </div>
  );
}

/** How long a job stays in the bin. */
function left(until?: string) {
  const hours = (Date.parse(until ?? "") - Date.now()) / 3_600_000;
  if (!(hours > 0)) return "It goes for good any moment.";
  return hours < 1 ? `It goes for good in ${Math.ceil(hours * 60)} minutes.` : `It goes for good in ${Math.ceil(hours)} hours.`;
}

function Start({ close }: { close: () => void }) {
  const form = useForm({
    initialValues: { name: "", units: "imperial" as "imperial" | "metric", shop: "" },
    transformValues: ({ shop, ...v }) => ({ ...v, name: v.name.trim(), ...(shop ? { shop } : {}) }),
    validate: { name: (name) => (name.trim() ? null : "give it a name") },
  });
  const go = useNavigate();
  const id = useRef(newId()); // kept until the job is there: started again, since no answer came, it is made once
  const shops = (useShops().data ?? []).filter((s) => s.units === form.values.units);
  const start = (body: { name: string; units: "imperial" | "metric"; shop?: string }): Promise<unknown> =>
    got(api.POST("/api/jobs/{id}/start", { params: { path: { id: id.current } }, body })).then(
      (job) => go(`/jobs/${job.id}/read`),
      (e: Problem) => {
        if (e.status !== 409) return tell(e);
        id.current = newId(); // it was made, and is called otherwise by now
        return start(body);
      },
    );
  return (
    <Modal opened onClose={close} title="New job">
      <form onSubmit={form.onSubmit(start)}>
        <Stack>
          <TextInput label="What the crew calls it" size="md" data-autofocus {...form.getInputProps("name")} />
          <SegmentedControl
            size="md"
            aria-label="Units"
            value={form.values.units}
            onChange={(units) => form.setValues({ units: units as "imperial", shop: "" })}
            data={[
              { value: "imperial", label: "inches" },
              { value: "metric", label: "millimetres" },
            ]}
          />
          <NativeSelect
            size="md"
            label="It begins by"
            description="Rules, mark and lumber; each can be changed in the job."
            {...form.getInputProps("shop")}
            data={[{ value: "", label: "what is usual" }, ...shops.map((s) => ({ value: s.id, label: s.name }))]}
          />
          <Button type="submit" h={48}>
            Start it
          </Button>
        </Stack>
      </form>
    </Modal>
  );
}
