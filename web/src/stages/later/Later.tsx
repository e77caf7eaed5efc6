import { Empty } from "../../app/States";

/** An address that is no stage says so. */
export default function Later() {
  return <Empty title="There is no such stage">{null}</Empty>;
}
