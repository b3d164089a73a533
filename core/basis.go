// Package core is the finisher's trade, computed. Everything below it is pure: time and air come in as
// arguments, so every answer can be repeated and tested alone. Read core/compat first for what may go over
// what, then core/system for how coats become a system.
package core

// Basis says where a number or rule comes from. It travels with the value to the screen.
type Basis string

const (
	Label     Basis = "label"     // the product's own data sheet; wins over everything below
	Published Basis = "published" // a standard, regulation or handbook named beside the value
	Practice  Basis = "practice"  // common practice of the trade, no source
	Estimate  Basis = "estimate"  // a model of ours; shown as an estimate, never as a promise
)
