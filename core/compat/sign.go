package compat

import (
	"slices"

	"firmitas/core/coating"
)

// Sign is what a finisher sees, feels or smells on the last coat. A bad sign stops, whatever the clock or the label
// says; a good one never opens a coat before its shortest time. Basis of all of it: practice.
type Sign string

const (
	Cold     Sign = "cold"
	Milky    Sign = "milky"
	Gums     Sign = "gums"
	Dents    Sign = "dents"
	Sticky   Sign = "sticky"
	MarksRag Sign = "marks_rag"
	Smells   Sign = "smells"
	Glove    Sign = "glove"
	Prints   Sign = "prints"
	Sweats   Sign = "sweats"
	Craters  Sign = "craters"
	Wrinkled Sign = "wrinkled"
	Powders  Sign = "powders" // and no nail marks it, and nothing smells: the good one
)

// feel parts coats by what the same sign means on them.
type feel int

const (
	evaporates  feel = iota // shellac, lacquer
	coalesces               // water-carried
	takesOxygen             // oil varnish, oil paint
	soaks                   // oil, stain, glaze
	reacts                  // acid-cured, two-part, epoxy
	feels
)

// meaning is what a sign means on one feel of coat: how long until it is tried again, and what to do meanwhile. An
// empty one means nothing.
type meaning struct {
	againH float64
	do     string
	own    bool // its own kind may go on all the same, inside the window
}

// SignSeen is a sign as it is asked for and what it means.
type SignSeen struct {
	ID    Sign
	Name  string
	means [feels]meaning
}

// Signs in the order that hands try them.
var Signs = []SignSeen{
	{Sticky, "still sticky", [feels]meaning{
		evaporates:  {12, "Old shellac or trapped solvent: wash it off with its own solvent, or leave it warm overnight.", false},
		coalesces:   {12, "Cold, thick or badly mixed: warm the room and leave it; if it is as sticky tomorrow, it comes off.", false},
		takesOxygen: {72, "Warm moving air for three to seven days; never seal it in. If it is sticky then, strip it.", false},
		soaks:       {24, "Surplus was left on: spirits and a grey pad, wipe dry, leave it a day.", false},
		reacts:      {24, "Wrong ratio or badly stirred never sets: if it has not by tomorrow, scrape it off.", false},
	}},
	{Cold, "cold to the back of the hand", [feels]meaning{
		evaporates:  {1, "Solvent is still leaving: moving air, not heat.", false},
		coalesces:   {2, "Water is still leaving: give it as long again.", false},
		takesOxygen: {4, "Thinner is still leaving: moving air.", false},
		soaks:       {4, "Thinner is still leaving: moving air.", false},
		reacts:      {1, "Solvent is still leaving: moving air, not heat.", false},
	}},
	{Milky, "milky or cloudy", [feels]meaning{
		evaporates:  {4, "Damp in the film: let the room warm, then retarder or an alcohol pad. Never coat over white.", false},
		coalesces:   {24, "Water is still in it: it clears by itself, or the coat below was wet. Never coat over white.", false},
		takesOxygen: {24, "Damp in the film: leave it warm until it is clear. Never coat over white.", false},
		soaks:       {24, "Damp in it: leave it warm until it is clear.", false},
		reacts:      {24, "Blush: wash it off with water, dry, key.", false},
	}},
	{Gums, "gums up fresh paper", [feels]meaning{
		evaporates:  {4, "Not through yet: two to four hours, thick coats overnight.", false},
		coalesces:   {4, "Not through yet: two to four hours; after two days the coats were too thick or the room too cold.", false},
		takesOxygen: {24, "Not through yet: a day; after three days a warm week, or it comes off.", false},
		soaks:       {12, "It is not sanded at all: leave it.", false},
		reacts:      {24, "Half-cured: another day, then it powders.", false},
	}},
	{Dents, "a nail dents it", [feels]meaning{
		evaporates:  {12, "Solvent is held back: overnight, and no more coats today.", false},
		coalesces:   {24, "Dry, not hard: its own kind may follow inside the window; wax, load and foreign coats wait.", true},
		takesOxygen: {24, "Dry, not hard: its own kind may follow inside the window; all else waits a day.", true},
		reacts:      {24, "Its own window may still be open; for all else it is too soft.", true},
	}},
	{MarksRag, "colours a white rag", [feels]meaning{
		coalesces:   {24, "The colour is not bound yet: a day, then the first clear coat sprayed.", false},
		takesOxygen: {12, "Pigment is loose at the surface: half a day, and try again with a dry rag.", false},
		soaks:       {24, "Not dry: half a day to a day. Wipe the spots that bleed, do not coat them.", false},
	}},
	{Smells, "smells of solvent or oil under a cup", [feels]meaning{
		evaporates:  {12, "Solvent is still in it: overnight.", true},
		takesOxygen: {24, "Normal under its own kind; for any other coat, wax or a closed drawer the smell must be gone.", true},
		soaks:       {24, "The smell must be gone before any film goes over it.", true},
		reacts:      {24, "Normal under its own kind; all else waits.", true},
	}},
	{Glove, "pulls on a glove", [feels]meaning{
		evaporates:  {2, "One or two hours more.", false},
		coalesces:   {1, "An hour more. Some acrylic paints keep it for good: then it takes a clear coat, and nothing rests on it.", false},
		takesOxygen: {12, "Half a day more.", false},
		soaks:       {12, "Surplus: wipe it off.", false},
		reacts:      {12, "Half a day more.", false},
	}},
	{Prints, "takes the weave of kitchen paper under a weight", [feels]meaning{
		evaporates:  {72, "Not fit for wax, load or packing: three days to a week.", true},
		coalesces:   {168, "Not fit for wax, load or packing: one to three weeks.", true},
		takesOxygen: {168, "Not fit for wax, load or packing: up to four weeks.", true},
		reacts:      {72, "Not fit for wax, load or packing: three days.", true},
	}},
	{Sweats, "sweats beads of oil", [feels]meaning{
		soaks: {48, "The pores bleed back: wipe every hour or two today, daily after; no film until two days pass without.", true},
	}},
	{Craters, "rings, pearls or craters", [feels]meaning{
		evaporates:  {24, "Silicone: stop, wipe it off now, wash twice with spirits, seal with shellac.", false},
		coalesces:   {24, "Silicone or oil: stop, wipe it off now, wash twice with spirits, seal with shellac.", false},
		takesOxygen: {24, "Silicone: stop, wipe it off now, wash twice with spirits, seal with shellac.", false},
		soaks:       {24, "Silicone: stop, wash twice with spirits.", false},
		reacts:      {24, "Silicone: stop, wash twice with spirits, seal with shellac.", false},
	}},
	{Wrinkled, "wrinkled", [feels]meaning{
		evaporates:  {168, "The coat below was too young or foreign: dry a week, sand flat or strip. One more coat wrinkles again.", false},
		coalesces:   {168, "A coat over one too soft: dry a week, sand flat or strip. One more coat wrinkles again.", false},
		takesOxygen: {168, "Too thick or too soon: dry a week, sand flat or strip. One more coat wrinkles again.", false},
		reacts:      {168, "Half-cured below: dry a week, sand flat or strip. One more coat wrinkles again.", false},
	}},
	{Powders, "powders under fresh paper, no nail marks it, no smell", [feels]meaning{}},
}

// FindSign returns the sign, or nil.
func FindSign(id Sign) *SignSeen {
	if i := slices.IndexFunc(Signs, func(s SignSeen) bool { return s.ID == id }); i >= 0 {
		return &Signs[i]
	}
	return nil
}

func feelOf(f *coating.Family) feel {
	switch {
	case f.Cure == coating.Crosslinking && f.Carrier != coating.Water:
		return reacts
	case f.Carrier == coating.Water:
		return coalesces
	case f.Body == coating.Penetrating || f.Is(coating.GroupStain):
		return soaks
	case f.Cure == coating.Oxidation:
		return takesOxygen
	}
	return evaporates
}

// Means is what a sign on one coat means for the next: the hours until it is tried again, and what to do meanwhile; 0
// and "" when nothing. Next is nil where none follows but wax, load or use.
func Means(id Sign, on, next *coating.Product) (againH float64, do string) {
	s := FindSign(id)
	if s == nil {
		return 0, ""
	}
	m := s.means[feelOf(on.Family)]
	if m.own && next != nil && next.Family == on.Family {
		return 0, ""
	}
	return m.againH, m.do
}

// stopped is the sign that keeps this coat off the longest, and what it means; nil when none does.
func stopped(j *Join) (*SignSeen, meaning) {
	if !fresh(j) || j.Coat == nil {
		return nil, meaning{}
	}
	var worst *SignSeen
	var longest meaning
	for _, id := range j.State.Seen {
		s := FindSign(id)
		if s == nil {
			continue
		}
		m := s.means[feelOf(on(j))]
		if means := m.do != "" && !(m.own && same(j)); means && m.againH > longest.againH {
			worst, longest = s, m
		}
	}
	return worst, longest
}

// handSaysHard tells that the hand has found the last coat hard, and nothing that speaks against it.
func handSaysHard(j *Join) bool {
	bad, _ := stopped(j)
	return bad == nil && slices.Contains(j.State.Seen, Powders)
}
