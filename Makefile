.PHONY: help demo test check nightly race cases fuzz load chaos bench generate readings screenshots fmt

help: ## List the targets
	@grep -hE '^[a-z]+:.*##' $(MAKEFILE_LIST) | sed -E 's/:.*## /\t/' | expand -t 14

demo: ## Set up, start PostgreSQL and the application with the demo jobs
	@bash scripts/demo.sh

test: ## Set up and run the tests: the first time all, then what can have changed
	@bash scripts/test.sh

check: ## Formatting, linters, types, stale generated files
	@bash scripts/check.sh

nightly: ## All cases of all laws, all walks, races, kills, and cases not seen before, for an hour (NIGHT, minutes)
	@bash scripts/nightly.sh

race: ## Watch for races what many do at once, and keep the sum of what was watched
	@bash scripts/race.sh

cases: ## Choose anew the few cases of slow laws that make test tries
	@bash scripts/cases.sh

fuzz: ## Try the laws on ever other cases, for FUZZ minutes (5)
	@bash scripts/fuzz.sh

load: ## Have 50 people work for half a minute, with 5, 100 and 1,000 jobs, and print how long they wait
	@bash scripts/load.sh

chaos: ## Kill and freeze application and database for two minutes of work; count what was lost
	@HOMALOS_CHAOS=$${CHAOS:-2m} bash scripts/test.sh ./cmd/homalos -count=1 -run TestKilled -v | grep -v '"level"'

bench: ## Print the benchmarks
	@bash scripts/bench.sh

generate: ## Make the OpenAPI document, schemas and TypeScript client anew
	@bash scripts/setup.sh run
	@bash scripts/generate.sh

readings: ## Compare ways of reading 200 simulated buildings, into docs/measure-next.md
	@go run ./scripts/readings >docs/measure-next.md

screenshots: ## Take the pictures in docs/screenshots from the demo data
	@bash scripts/screenshots.sh

fmt: ## Format Go and front end
	@gofmt -w cmd demo internal
	@cd web && npm run --silent format
