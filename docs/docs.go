// Package docs ships the pages that the program itself serves.
package docs

import "embed"

// Formats is the page of the open formats, and their schemas.
//
//go:embed formats.md formats/*.json
var Formats embed.FS
