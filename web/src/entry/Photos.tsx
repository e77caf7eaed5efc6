import { ActionIcon, Button, Modal, TextInput } from "@mantine/core";
import { IconCamera, IconTrash } from "@tabler/icons-react";
import { useRef, useState } from "react";
import { type Photo, passing } from "../api/client";
import { useJobContext } from "../app/Shell";
import { tell } from "../app/say";
import { byWhom } from "../edits/me";
import { useEdits } from "../edits/useEdits";
import { keepPhoto } from "./photo";
import "./photos.css";

type Tie = Pick<Photo, "wall" | "member" | "check" | "finding">;

const fits = (p: Photo, tie: Tie) =>
  tie.check ? p.check === tie.check : p.wall === tie.wall && p.member === tie.member && p.finding === tie.finding && !p.check;

/** The photos of one thing, and the way to one more. */
export function PhotosOf({ tie, asked = false, small = false }: { tie: Tie; asked?: boolean; small?: boolean }) {
  const { id, job } = useJobContext();
  const edits = useEdits(job);
  const input = useRef<HTMLInputElement>(null);
  const [busy, setBusy] = useState(false);
  const [seen, setSeen] = useState<Photo>();
  const all = (job.document.record?.photos ?? []).filter((p) => fits(p, tie));
  // a photo that couldn't be sent is kept here until the line is back: nobody takes it twice
  const [unsent, setUnsent] = useState<File[]>([]);
  const add = async (files: File[]) => {
    setBusy(true);
    setUnsent([]);
    const left: File[] = [];
    for (const file of files) {
      try {
        const kept = await keepPhoto(id, file);
        const by = byWhom();
        await edits.make({ do: "note", part: "photos", line: { ...kept, ...tie, ...(by ? { by } : {}) } });
      } catch (e) {
        if (passing(e)) left.push(file);
        tell(e);
      }
    }
    setUnsent(left);
    setBusy(false);
    if (input.current) input.current.value = "";
  };
  const take = (p: Photo) => edits.make({ do: "remove-note", part: "photos", key: p.id ?? "" }).catch(tell);
  return (
    <div className="photos">
      {all.map((p) => (
        <button key={p.id} type="button" className="photo" onClick={() => setSeen(p)} aria-label={`Photo ${p.what ?? ""}`}>
          <img src={`/api/jobs/${id}/photos/${p.sum}`} alt={p.what ?? "what it shows wasn't written down"} loading="lazy" />
        </button>
      ))}
      <input
        ref={input}
        type="file"
        accept="image/jpeg,image/png"
        multiple
        hidden
        aria-label="Photo file"
        onChange={(e) => add([...unsent, ...(e.currentTarget.files ?? [])])}
      />
      {small ? (
        <ActionIcon
          size={48}
          variant="subtle"
          color="gray"
          loading={busy}
          aria-label="Photo of it"
          onClick={() => input.current?.click()}
        >
          <IconCamera size={22} />
        </ActionIcon>
      ) : (
        <Button
          h={asked ? 64 : 48}
          size={asked ? "lg" : "sm"}
          variant={asked ? "filled" : "default"}
          loading={busy}
          leftSection={<IconCamera size={22} />}
          onClick={() => input.current?.click()}
        >
          Photo
        </Button>
      )}
      {unsent.length > 0 && (
        <Button h={48} variant="outline" color="red" loading={busy} onClick={() => add(unsent)}>
          {unsent.length === 1 ? "Not sent yet: send it again" : `${unsent.length} not sent yet: send them again`}
        </Button>
      )}
      {seen && <Seen photo={seen} close={() => setSeen(undefined)} take={take} />}
    </div>
  );
}

function Seen({ photo: p, close, take }: { photo: Photo; close: () => void; take: (p: Photo) => void }) {
  const { id, job } = useJobContext();
  const edits = useEdits(job);
  const [what, setWhat] = useState(p.what ?? "");
  const say = () => {
    if (what.trim() === (p.what ?? "")) return close();
    const { id: key = "", ...rest } = p;
    edits
      .make([
        { do: "remove-note", part: "photos", key },
        { do: "note", part: "photos", line: { ...rest, what: what.trim() } },
      ])
      .then(close, tell);
  };
  return (
    <Modal opened onClose={close} size="xl" title={p.wall ? `Wall ${p.wall}` : "Photo"}>
      <img className="photo-large" src={`/api/jobs/${id}/photos/${p.sum}`} alt={p.what ?? "what it shows wasn't written down"} />
      <div className="photo-said">
        <TextInput
          size="md"
          label="What it shows"
          className="grow"
          value={what}
          onChange={(e) => setWhat(e.currentTarget.value)}
          onKeyDown={(e) => e.key === "Enter" && say()}
        />
        <Button h={48} onClick={say}>
          Keep
        </Button>
        <ActionIcon
          size={48}
          variant="default"
          aria-label="Take this photo out"
          onClick={() => {
            take(p);
            close();
          }}
        >
          <IconTrash size={20} />
        </ActionIcon>
      </div>
      <p className="quiet">{[p.by, p.at && new Date(p.at).toLocaleString()].filter(Boolean).join(", ")}</p>
    </Modal>
  );
}
