package compat

import (
	"fmt"
	"slices"
	"strconv"
	"strings"

	"firmitas/core/climate"
	"firmitas/core/coating"
	"firmitas/core/enduse"
	"firmitas/core/substrate"
)

// Parse reads a join in the notation of the handbook and of the judged cases, from the material up:
//
//	oak + stain_gel_oil tone @30h + shellac_dewaxed x2 > clear_wb_pu ! dining_table ; soil=wax
//
// Before ">" lie the material and what is on it: coats by family, with their shade (clear, tone, pale, dark) or gloss,
// partly where they do not cover all, wash for a washcoat, how many (x2) and the hours since the last of them (@30h);
// an old finish as old:shellac or old:unknown. Behind ">" stands the coat; with none the finished surface is judged.
// "!" names the end use. Behind ";" follows the state of things: soil=wax, key=keyed or steel_wool, cured, unsound,
// distress=dry or wet, heavy=2, moisture=15, mixed=5, today=3, hours=unknown, seen=gums, done=washed@12, rinsed,
// warming=4, sprayed, now, air=10/80, night=5/80 (in four hours), work=14 (its own warmth), school=shellac_between,
// food=cured_film.
func Parse(text string) (Join, error) {
	stack, coat, err := ParseStack(text)
	switch {
	case err != nil:
		return Join{}, err
	case coat == nil:
		return stack.Surface(), nil
	}
	return stack.Over(*coat), nil
}

// Example is a join that is shown: what is there, the coat to come, nil when the surface is asked about, and the
// answer.
type Example struct {
	Stack
	Coat *Laid
	Join Judgement
}

// ReadExample reads a join in the same notation and judges it.
func ReadExample(text string) (Example, error) {
	stack, coat, err := ParseStack(text)
	if err != nil {
		return Example{}, err
	}
	j := stack.Surface()
	if coat != nil {
		j = stack.Over(*coat)
	}
	return Example{stack, coat, Judge(j)}, nil
}

// ParseStack reads the same notation into what is there and the coat to come, nil when the surface is asked about.
func ParseStack(text string) (Stack, *Laid, error) {
	text, state, _ := strings.Cut(text, ";")
	text, use, hasUse := strings.Cut(text, "!")
	below, coatText, _ := strings.Cut(text, ">")
	stack := Stack{Context: Context{Air: climate.Reference, FoodPolicy: enduse.StrictFood}}
	if hasUse {
		if stack.Context.Use = enduse.Find(strings.TrimSpace(use)); stack.Context.Use == nil {
			return stack, nil, fmt.Errorf("no end use %q", use)
		}
	}
	for i, words := range strings.Split(below, "+") {
		words = strings.TrimSpace(words)
		if i == 0 {
			m := substrate.Find(words)
			if m == nil {
				return stack, nil, fmt.Errorf("no material %q", words)
			}
			stack.Base = Bare(m)
			continue
		}
		if old, isOld := strings.CutPrefix(words, "old:"); isOld {
			finish := substrate.FindFinish(old)
			if finish == nil && old != substrate.UnknownFinish {
				return stack, nil, fmt.Errorf("no old finish %q", old)
			}
			stack.Base = GroundOf(stack.Base.Material, substrate.Inspection{Finish: finish, Unknown: finish == nil},
				substrate.Keep)
			continue
		}
		laid, err := parseCoat(words)
		if err != nil {
			return stack, nil, err
		}
		stack.Laid = append(stack.Laid, laid)
	}
	if err := stack.parseState(state); err != nil {
		return stack, nil, err
	}
	if strings.TrimSpace(coatText) == "" {
		return stack, nil, nil
	}
	coat, err := parseCoat(coatText)
	return stack, &coat, err
}

func parseCoat(words string) (Laid, error) {
	fields := strings.Fields(words)
	if len(fields) == 0 {
		return Laid{}, fmt.Errorf("a coat is missing")
	}
	laid := Laid{Coats: 1}
	p := coating.Product{Name: fields[0], Shade: coating.Clear, Sheen: coating.Satin}
	for _, w := range fields[1:] {
		var err error
		switch {
		case w[0] == 'x':
			if laid.Coats, err = strconv.Atoi(w[1:]); err == nil && laid.Coats < 1 {
				err = fmt.Errorf("%q is no number of coats", w)
			}
		case w[0] == '@':
			var h float64
			h, err = measured(strings.TrimSuffix(w[1:], "h"))
			laid.SinceH = &h
		case w == "gloss":
			p.Sheen = coating.Gloss
		case w == "wash":
			laid.Wash = true
		case w == "partly":
			laid.Partly = true
		case slices.Contains(coating.Shades, coating.Shade(w)):
			p.Shade = coating.Shade(w)
		default:
			err = fmt.Errorf("%q says nothing of a coat", w)
		}
		if err != nil {
			return laid, err
		}
	}
	if f := coating.Families[fields[0]]; f != nil {
		p.Name = f.Name
	}
	made, err := coating.New(p, fields[0])
	laid.Product = made
	return laid, err
}

// flags are words of a state that stand alone; all others have a value.
var flags = []string{"cured", "now", "rinsed", "unsound", "sprayed"}

// oneOf reads a word of a list. Whatever is not in it would be asked as something else, without a word.
func oneOf[T ~string](word string, known ...T) (T, error) {
	if !slices.Contains(known, T(word)) {
		return "", fmt.Errorf("%q is none of %v", word, known)
	}
	return T(word), nil
}

// measured reads a number that is not below 0.
func measured(text string) (float64, error) {
	v, err := strconv.ParseFloat(text, 64)
	if err == nil && !(v >= 0) {
		err = fmt.Errorf("%q is below 0", text)
	}
	return v, err
}

// airOf reads "20/50": °C and % RH.
func airOf(text string) (air climate.Air, err error) {
	warm, humid, _ := strings.Cut(text, "/")
	if air.TempC, err = strconv.ParseFloat(warm, 64); err != nil {
		return air, err
	}
	air.RH, err = measured(humid)
	return air, err
}

func (s *Stack) parseState(text string) error {
	for _, w := range strings.Fields(text) {
		name, value, told := strings.Cut(w, "=")
		if alone := slices.Contains(flags, name); alone == told {
			return fmt.Errorf("%q says nothing of a state", w)
		}
		var err error
		switch name {
		case "soil":
			if !slices.Contains(Soils, Soil(value)) {
				return fmt.Errorf("no soil %q", value)
			}
			s.State.Soiled = append(s.State.Soiled, Soil(value))
		case "key":
			s.State.Key, err = oneOf(value, Keyed, SteelWool)
		case "cured":
			s.State.Cured = true
		case "now":
			s.Context.Now = true
		case "hours":
			_, err = oneOf(value, "unknown")
			s.State.HoursUnknown = true
		case "seen":
			if FindSign(Sign(value)) == nil {
				return fmt.Errorf("no sign %q", value)
			}
			s.State.Seen = append(s.State.Seen, Sign(value))
		case "done":
			id, at, timed := strings.Cut(value, "@")
			if s.State.Treated = id; FindTreatment(id) == nil {
				return fmt.Errorf("no treatment %q", id)
			}
			if timed {
				s.State.TreatedH = new(float64)
				*s.State.TreatedH, err = measured(at)
			}
		case "work":
			s.Context.WorkC = new(float64)
			*s.Context.WorkC, err = strconv.ParseFloat(value, 64)
		case "night":
			s.Context.Night, err = airOf(value)
			s.Context.NightInH = 4
		case "rinsed":
			s.State.Rinsed = true
		case "warming":
			s.State.WarmingH = new(float64)
			*s.State.WarmingH, err = measured(value)
		case "today":
			s.State.CoatsToday, err = strconv.Atoi(value)
		case "distress":
			s.State.Distress, err = oneOf(value, DryDistress, WetDistress)
		case "unsound":
			s.State.Unsound = true
		case "sprayed":
			s.Sprayed = true
		case "heavy":
			s.State.Heavy, err = measured(value)
		case "moisture":
			s.State.MoisturePct, err = measured(value)
		case "mixed":
			s.State.MixedH, err = measured(value)
		case "air":
			s.Context.Air, err = airOf(value)
		case "food":
			s.Context.FoodPolicy, err = oneOf(value, enduse.StrictFood, enduse.CuredFilmFood)
		case "school":
			switch value {
			case "hardwax_over_sealer":
				s.Context.Schools.HardwaxOverSealer = true
			case "distress_after_wax":
				s.Context.Schools.DistressAfterWax = true
			case "shellac_between":
				s.Context.Schools.ShellacBetween = true
			case "no_wax_over_film":
				s.Context.Schools.NoWaxOverFilm = true
			default:
				return fmt.Errorf("no school %q", value)
			}
		default:
			return fmt.Errorf("%q says nothing of a state", w)
		}
		if err != nil {
			return fmt.Errorf("%s: %w", w, err)
		}
	}
	return nil
}
