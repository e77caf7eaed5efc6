import { ActionIcon, Checkbox, NativeSelect, TextInput } from "@mantine/core";
import { IconX } from "@tabler/icons-react";
import { useState } from "react";
import type { Assess, Assessed } from "../../api/client";
import { leaveOnEnter } from "../../entry/keys";
import { Do, useAssess } from "./assessing";

type Post = NonNullable<NonNullable<Assess["supports"]>[number]["posts"]>[number];
type On = Post["chain"][number]["on"];
const feet: Record<On, string> = {
  "post-below": "a post below",
  "wall-below": "a wall below",
  "beam-below": "a beam below",
  "solid-ground": "solid ground",
  "bare-boards": "bare boards",
};

interface Props {
  wall: string;
  judged: Assessed["walls"][number];
  steps: Assessed["steps"];
}

/** The temporary support an engineer asked for: order and chain, no sizes. */
export function Support({ wall, judged, steps }: Props) {
  const { assess, keep } = useAssess();
  const all = assess.supports ?? [];
  const s = all.find((x) => x.wall === wall) ?? { wall };
  const change = (by: Partial<typeof s>) => keep({ supports: [...all.filter((x) => x.wall !== wall), { ...s, ...by }] });
  const [by, setBy] = useState("");
  const done = new Set(s.done ?? []);
  const posts = s.posts ?? [];
  return (
    <section className="assess-part" aria-label="Temporary support">
      <h3>Temporary support, where an engineer asks for it</h3>
      <p className="quiet">
        An order to work in. Sizes, spacing and loads are the engineer's; nothing here replaces the drawing.
      </p>
      <Asked kept={s.askedBy ?? ""} keep={(askedBy) => change({ askedBy })} />
      <ol className="steps">
        {steps.map((x) => (
          <li key={x.id}>
            <Checkbox
              size="md"
              label={x.text}
              checked={done.has(x.id)}
              onChange={(e) => {
                const now = new Set(done);
                if (e.currentTarget.checked) now.add(x.id);
                else now.delete(x.id);
                change({ done: steps.map((one) => one.id).filter((one) => now.has(one)) });
              }}
            />
          </li>
        ))}
      </ol>
      <h4>Posts, each followed down to solid ground</h4>
      {posts.map((p) => (
        <PostChain
          key={p.id}
          post={p}
          fault={judged.chains.find((c) => c.post === p.id)?.text}
          change={(now) => change({ posts: now ? posts.map((x) => (x === p ? now : x)) : posts.filter((x) => x !== p) })}
        />
      ))}
      <div className="fields">
        {(["near", "far", "middle"] as const).map((side) => (
          <Do
            key={side}
            go={() =>
              change({
                posts: [...posts, { id: `${side} ${posts.filter((p) => p.side === side).length + 1}`, side, chain: [] }],
              })
            }
          >{`Post, ${side === "middle" ? "in the middle" : `${side} side`}`}</Do>
        ))}
      </div>
      {s.placed ? (
        <p>
          <b className="is-ready">Support in place.</b> Signed: {s.placed.by}, {s.placed.at}.{" "}
          <button type="button" className="fix" onClick={() => change({ placed: undefined })}>
            Take the signature back
          </button>
        </p>
      ) : (
        <div className="fields">
          <TextInput label="Signed by" value={by} onChange={(e) => setBy(e.currentTarget.value)} />
          <Do go={() => change({ placed: { by: by.trim(), at: new Date().toISOString().slice(0, 16) } })} off={!by.trim()}>
            Support in place
          </Do>
        </div>
      )}
    </section>
  );
}

function Asked({ kept, keep }: { kept: string; keep: (text: string) => void }) {
  const [text, setText] = useState(kept);
  return (
    <TextInput
      label="Asked for by (engineer)"
      value={text}
      onChange={(e) => setText(e.currentTarget.value)}
      onBlur={() => text.trim() !== kept && keep(text.trim())}
      onKeyDown={leaveOnEnter}
    />
  );
}

function PostChain({ post, fault, change }: { post: Post; fault?: string; change: (now?: Post) => void }) {
  const ended = post.chain.at(-1)?.on === "solid-ground";
  return (
    <div className="post">
      <b>{post.id}</b>
      <span className="grow">
        {post.chain.map((f, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: feet follow each other downwards
          <span key={i}>
            {i > 0 && " → "}
            {f.floor}: {feet[f.on]}
          </span>
        ))}
        {fault && <div className="is-held">{fault}</div>}
      </span>
      {!ended && (
        <NativeSelect
          aria-label={`What ${post.id} stands on next`}
          value=""
          onChange={(e) => {
            const on = e.currentTarget.value as On;
            if (on)
              change({
                ...post,
                chain: [...post.chain, { floor: post.chain.length === 0 ? "this floor" : `${post.chain.length} below`, on }],
              });
          }}
          data={[{ value: "", label: "stands on …" }, ...Object.entries(feet).map(([value, label]) => ({ value, label }))]}
        />
      )}
      {post.chain.length > 0 && (
        <button type="button" className="fix" onClick={() => change({ ...post, chain: post.chain.slice(0, -1) })}>
          one back
        </button>
      )}
      <ActionIcon size={48} variant="subtle" color="gray" aria-label={`Take post ${post.id} out`} onClick={() => change()}>
        <IconX size={18} />
      </ActionIcon>
    </div>
  );
}
