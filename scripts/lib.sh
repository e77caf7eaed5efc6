# Sourced by the scripts here, from the project's folder.

# The rooms of the house from the ground up: each may import those before it.
rooms_core="abreast recall measure geo timing survey room assess line words wood framing boring boards sheeting closing cutting job daybook sticks site work saw remedy yard raising days proving figures advise picture plan making command"
rooms="$rooms_core exchange store instrument server"
# The rooms in which many things are done at once.
raced="abreast recall store server"

mkdir -p .data
# What was built and looked over in one clone serves the next.
GOFLAGS="$(go env GOFLAGS) -trimpath"
export GOFLAGS

# Setting up, building and starting a database are done by one run at a time.
one_at_a_time() {
  flock -o .data/one-at-a-time "$@" # not held by a database that goes on
}

# A PostgreSQL that all runs of tests here share, at the same address each time, as Go
# goes by that in what it remembers of tests. The last to leave stops it.
use_postgres() {
  exec 9>.data/postgres-test.users
  HOMALOS_TEST_DB=$(one_at_a_time bash -c 'flock -s 9 && scripts/postgres.sh start test fast 2>.data/postgres-test.log 9>&-') || { cat .data/postgres-test.log >&2; exit 1; }
  export HOMALOS_TEST_DB
}

leave_postgres() {
  exec 9>&-
  one_at_a_time flock -on .data/postgres-test.users scripts/postgres.sh stop test || true
}

# The sum of all files of rooms.
sum_of() {
  for room in "$@"; do find "internal/$room" -type f -not -path '*/dist/*' -not -path '*/rapid/*'; done | LC_ALL=C sort | xargs sha256sum | sha256sum | cut -c1-16
}

# A line for each room, and one for all else that tests go by: its name and its sum.
sums() {
  local room
  for room in $(ls internal); do echo "$room $(sum_of "$room")"; done
  echo "else $(git ls-files -co --exclude-standard cmd demo docs scripts web go.mod go.sum | LC_ALL=C sort | xargs -d '\n' sha256sum 2>/dev/null | sha256sum | cut -c1-16)"
}
