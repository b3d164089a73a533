// Package api is the contract between server and screens: openapi.yaml as it is, and what oapi-codegen makes of it.
package api

import (
	_ "embed"

	"github.com/getkin/kin-openapi/openapi3"
)

//go:embed openapi.yaml
var contract []byte

// Contract reads openapi.yaml. It errors when that is no valid contract.
func Contract() (*openapi3.T, error) {
	loader := openapi3.NewLoader()
	spec, err := loader.LoadFromData(contract)
	if err != nil {
		return nil, err
	}
	return spec, spec.Validate(loader.Context)
}
