package substrate

import "slices"

// Grade of abrasive paper: FEPA P number and nominal grain in µm.
type Grade struct {
	P  int
	UM float64
}

// Grades used by hand on wood. Source: ISO 6344-2 and -3, FEPA 43-1 and 43-2 (value from memory).
var Grades = []Grade{
	{60, 269},
	{80, 201},
	{100, 162},
	{120, 125},
	{150, 100},
	{180, 82},
	{220, 68},
	{240, 58.5},
	{280, 52.2},
	{320, 46.2},
	{360, 40.5},
	{400, 35},
}

// GrainUM is the nominal grain of a P grade in µm; 0 when it is none of Grades.
func GrainUM(p int) float64 {
	if i := slices.IndexFunc(Grades, func(g Grade) bool { return g.P == p }); i >= 0 {
		return Grades[i].UM
	}
	return 0
}
