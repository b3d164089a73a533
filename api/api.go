// Package api is the contract: Go types and server stubs generated from openapi.yaml. Change the yaml, then run
// `make contract`; `make test` fails when the two disagree.
package api
