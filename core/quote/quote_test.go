package quote

import (
	"math"
	"strings"
	"testing"
	"time"

	"github.com/shopspring/decimal"

	"firmitas/core/care"
	"firmitas/core/enduse"
	"firmitas/core/ledger"
	"firmitas/core/money"
	"firmitas/core/schedule"
	"firmitas/core/substrate"
	"firmitas/core/system"
	"firmitas/core/worklog"
)

func step(work string, minutes, told float64) schedule.Step {
	s := schedule.Step{Kind: schedule.Coating, Tasks: []schedule.Task{{Minutes: minutes}}, Kin: worklog.Kin{Work: work, PerM2: 10}}
	if told > 0 {
		s.Told = &worklog.Event{ID: 1, Body: worklog.Job{Worked: worklog.Worked{Took: told}}}
	}
	return s
}

// By hand: 60 minutes of brushing without a record are 51 to 78 (practice); with one of three jobs at 8, 12 and 20 minutes
// to a m² against 10 planned they are 48 to 120, 72 in the middle. Two kinds vary each on its own: 60 and 60 without a
// record go up by √(18² + 18²).
func TestARangeFromTheRecord(t *testing.T) {
	plan := schedule.Plan{Steps: []schedule.Step{step("brush", 60, 0)}}
	e := Of(schedule.Brief{}, plan, nil)
	if e.Low != 51 || e.Likely != 60 || e.High != 78 {
		t.Errorf("without a record: %+v", e.Range)
	}
	learned := []worklog.Learned{{Work: "brush", PerM2: 12, Least: 8, Most: 20, Jobs: 3}}
	if e := Of(schedule.Brief{}, plan, learned); e.Low != 48 || e.Likely != 72 || e.High != 120 || e.Kinds[0].Jobs != 3 {
		t.Errorf("with one: %+v", e)
	}
	learned[0].Jobs = 2
	if e := Of(schedule.Brief{}, plan, learned); e.Likely != 60 {
		t.Errorf("two jobs teach a range: %+v", e.Range)
	}
	plan.Steps = append(plan.Steps, step("cloth", 60, 0))
	if e := Of(schedule.Brief{}, plan, nil); math.Abs(e.High-(120+math.Sqrt(2)*18)) > 1e-9 {
		t.Errorf("two kinds: %+v", e.Range)
	}
}

// Practice: an old finish that nobody knows may take half as long again; a test patch halves that, and is asked for. What
// is known to be bare adds nothing; lead is no matter of a patch.
func TestWhatInspectionDoesNotKnow(t *testing.T) {
	brief := func(seen substrate.Inspection, action substrate.Action) schedule.Brief {
		wish := system.Wish{Use: enduse.Find("desk"), Material: substrate.Find("oak"), Seen: seen, Action: action}
		return schedule.Brief{Zones: []schedule.Zone{{Name: "Top", Wish: wish}}}
	}
	plan := schedule.Plan{Steps: []schedule.Step{{Kind: schedule.Preparation, Zones: []int{0}, Tasks: []schedule.Task{{Minutes: 100}}}}}
	bare := Of(brief(substrate.Inspection{Finish: substrate.FindFinish("bare")}, substrate.Nothing), plan, nil)
	if len(bare.Risks) != 0 || bare.WantPatch {
		t.Errorf("bare: %+v", bare)
	}
	unknown := Of(brief(substrate.Inspection{Unknown: true, Lead: substrate.Negative}, substrate.Strip), plan, nil)
	if len(unknown.Risks) != 1 || unknown.High != bare.High+50 || unknown.Patched != bare.High+25 || !unknown.WantPatch {
		t.Errorf("unknown: %+v", unknown)
	}
	old := substrate.Inspection{Finish: substrate.FindFinish("oil_varnish"), Lead: substrate.Negative}
	stubborn := Of(brief(old, substrate.Scrape), plan, nil)
	if len(stubborn.Risks) != 1 || stubborn.Risks[0].ID != "stubborn" {
		t.Errorf("to be scraped: %+v", stubborn.Risks)
	}
	// Lead may double the preparation, and no patch tells of it: beside a finish that nobody knows only that one is halved.
	lead := Of(brief(substrate.Inspection{Unknown: true}, substrate.Strip), plan, nil)
	if len(lead.Risks) != 2 || lead.High != bare.High+50+100 || lead.Patched != bare.High+25+100 {
		t.Errorf("unknown, and lead not excluded: %+v", lead)
	}
	never := Of(brief(substrate.Inspection{}, substrate.Nothing), plan, nil)
	if len(never.Risks) == 0 || never.Risks[0].ID != "not_inspected" {
		t.Errorf("nobody looked: %+v", never.Risks)
	}
}

// Check value of practice: a quote of two days that took three is 50 % over.
func TestTwoDaysThatTookThree(t *testing.T) {
	const day = 8 * 60
	if got := worklog.OverPct(2*day, 3*day); math.Abs(got-50) > 1e-9 {
		t.Errorf("%.1f %% over", got)
	}
}

// A quote turns amber before it is overrun, by the kind that takes longer than planned so far and the same again to come.
func TestAmberBeforeItIsOverrun(t *testing.T) {
	quoted := map[string]float64{"scrape": 120, "brush": 120}
	for name, c := range map[string]struct {
		steps []schedule.Step
		want  State
		where string
	}{
		"not begun":     {[]schedule.Step{step("scrape", 120, 0), step("brush", 120, 0)}, Within, ""},
		"as planned":    {[]schedule.Step{step("scrape", 120, 110), step("brush", 120, 0)}, Within, ""},
		"half and slow": {[]schedule.Step{step("scrape", 60, 95), step("scrape", 60, 0), step("brush", 120, 0)}, Amber, "scrape"},
		"over":          {[]schedule.Step{step("scrape", 120, 260), step("brush", 120, 0)}, Red, "scrape"},
	} {
		w := Against(quoted, c.steps)
		if w.State != c.want || c.where != "" && (len(w.Where) == 0 || w.Where[0].Work != c.where) {
			t.Errorf("%s: %+v", name, w)
		}
	}
}

// By hand: 60 minutes of scraping planned took 90, so the 60 that are to come will take 90 too; brushing went as planned and
// stays 120. Told 90, ahead 210; where nothing was told nothing is carried on.
func TestAnOverrunIsCarriedOntoWhatIsAhead(t *testing.T) {
	quoted := map[string]float64{"scrape": 120, "brush": 120}
	w := Against(quoted, []schedule.Step{step("scrape", 60, 90), step("scrape", 60, 0), step("brush", 120, 0)})
	if w.Told != 90 || w.Ahead != 210 || w.Quoted != 240 || math.Abs(w.OverPct-25) > 1e-9 {
		t.Errorf("told %.0f, ahead %.0f of %.0f, %.1f %% over", w.Told, w.Ahead, w.Quoted, w.OverPct)
	}
	if len(w.Where) != 1 || w.Where[0] != (Over{"scrape", 120, 90, 90}) {
		t.Errorf("where: %+v", w.Where)
	}
	quick := Against(quoted, []schedule.Step{step("scrape", 60, 30), step("scrape", 60, 0)})
	if quick.Ahead != 60 {
		t.Errorf("half the time so far, and %.0f minutes are ahead: what went well is no promise", quick.Ahead)
	}
}

// By hand: 300 minutes at 48.00 are 240.00, and 35.00 of material; a price with 20 % tax within and 5 % fees that leaves
// 275.00 is 275 / (1 − 0.05 − 1/6) = 351.06, told as 351.
func TestAPriceLeavesWhatItIsFor(t *testing.T) {
	sum := decimal.RequireFromString
	rate := ledger.Rate{Hour: sum("42"), Overhead: sum("6"), FeePct: sum("5"), TaxPct: sum("20")}
	price := Price(300, sum("35"), rate)
	if !price.Equal(sum("351")) {
		t.Errorf("%s", price)
	}
	left := price.Sub(money.Percent(price, rate.FeePct)).Sub(money.Within(price, rate.TaxPct))
	if off := left.Sub(sum("275")).Abs(); off.GreaterThan(sum("0.5")) {
		t.Errorf("it leaves %s", left)
	}
	if got := Price(60, money.Zero, ledger.Rate{Hour: sum("40"), FeePct: sum("100")}); !got.Equal(sum("40")) {
		t.Errorf("all of it is fees: %s", got)
	}
}

// A quote reads in every language, every risk has its sentence, and a sum stands as that language writes it.
func TestALetterInEveryLanguage(t *testing.T) {
	day := time.Date(2026, 3, 2, 9, 0, 0, 0, time.UTC)
	f := Facts{
		Title: "Chart chest", Number: "26-004/1", Made: day, Until: day.AddDate(0, 1, 0), Promised: &day, Begins: &day,
		Zones: []Zone{{"Top", "shellac", OldOff}, {"Case", "shellac", OldKept}, {"Feet", "bare", ""}}, Scope: "With new feet.",
		Low: "980.00", Likely: "1240.50", High: "1710.00", Patched: "1500.00", Currency: "EUR", Tax: "206.75", TaxPct: "20",
		Extras: []Extra{{"Seat pad", "48.00"}}, TimeZone: "Europe/London",
	}
	for _, r := range rules {
		f.Risks = append(f.Risks, RiskTold{r.id, []string{"Top", "Case"}})
	}
	sums := map[care.Lang]string{
		"en": "EUR\u00a01,240.50", "de": "1.240,50\u00a0EUR", "fr": "1\u202f240,50\u00a0EUR", "es": "1.240,50\u00a0EUR",
	}
	for _, l := range care.Languages {
		all := f.Heading().In(l) + f.Issue().In(l)
		for _, s := range f.Letter() {
			all += s.Title.In(l) + "\n"
			for _, line := range s.Lines {
				all += line.In(l) + "\n"
			}
		}
		if !strings.Contains(all, sums[l]) || strings.Contains(all, "{") {
			t.Errorf("%s: %s", l, all)
		}
	}
	f.Firm, f.Risks, f.Patched = "1300.00", nil, ""
	if n := len(f.Letter()); n != 4 {
		t.Errorf("a firm price without risks has %d sections", n)
	}
}
