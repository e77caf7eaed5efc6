.PHONY: help demo test check fuzz bench generate readings screenshots fmt

help: ## List the targets
	@grep -hE '^[a-z]+:.*##' $(MAKEFILE_LIST) | sed -E 's/:.*## /\t/' | expand -t 14

demo: ## Set up, start PostgreSQL and the application with the demo jobs
	@bash scripts/demo.sh

test: ## Set up and run every test
	@bash scripts/test.sh ./...

check: ## Formatting, linters, types, stale generated files
	@bash scripts/check.sh

fuzz: ## Try the laws on ever other cases, for FUZZ minutes (5)
	@bash scripts/fuzz.sh

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
