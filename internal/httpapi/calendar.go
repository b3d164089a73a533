package httpapi

import (
	"bytes"
	"context"
	"errors"
	"log/slog"
	"net/http"
	"strings"
	"time"

	"github.com/gin-gonic/gin"
	openapi_types "github.com/oapi-codegen/runtime/types"

	"firmitas/api"
	"firmitas/core/hands"
	"firmitas/core/schedule"
	"firmitas/core/workday"
	"firmitas/internal/document"
	"firmitas/internal/store"
	"firmitas/internal/workshop/calendar"
	"firmitas/internal/workshop/house"
)

// calendarRoutes are read by other programs, by a link that nobody can guess.
func (s *Server) calendarRoutes(router gin.IRouter) {
	router.GET("/calendar/:file", private, func(c *gin.Context) {
		token, isICS := strings.CutSuffix(c.Param("file"), ".ics")
		plan, err := s.rooms.Calendar.ReadFeed(c.Request.Context(), token)
		switch {
		case !isICS || errors.Is(err, store.ErrNotFound):
			c.String(http.StatusNotFound, "There is no such calendar, or none any more.")
		case err != nil:
			slog.Error("a calendar", "error", err)
			c.String(http.StatusServiceUnavailable, "The calendar cannot be read just now.")
		default:
			c.Data(http.StatusOK, "text/calendar; charset=utf-8", plan.Calendar(s.rooms.House.Now()))
		}
	})
}

func (h *handlers) GetFeeds(ctx context.Context, _ api.GetFeedsRequestObject) (api.GetFeedsResponseObject, error) {
	all, err := h.rooms.Calendar.Feeds(ctx)
	return api.GetFeeds200JSONResponse(each(all, toFeed)), err
}

func toFeed(f store.Feed) api.Feed {
	return api.Feed{ID: f.ID, Name: f.Name, MadeAt: f.Made.UTC(), Path: "/calendar/" + f.Token + ".ics"}
}

func (h *handlers) AddFeed(ctx context.Context, r api.AddFeedRequestObject) (api.AddFeedResponseObject, error) {
	return once(ctx, h, r.Params.IdempotencyKey, r, func(ctx context.Context) (api.AddFeed201JSONResponse, error) {
		f, err := h.rooms.Calendar.AddFeed(ctx, r.Body.Name)
		return api.AddFeed201JSONResponse(toFeed(f)), err
	})
}

func (h *handlers) WithdrawFeed(
	ctx context.Context, r api.WithdrawFeedRequestObject,
) (api.WithdrawFeedResponseObject, error) {
	return onceGone[api.WithdrawFeed204Response](ctx, h, r.Params.IdempotencyKey, r, func(ctx context.Context) error {
		return h.rooms.Calendar.WithdrawFeed(ctx, r.ID)
	})
}

func (h *handlers) ExportCalendar(
	ctx context.Context, r api.ExportCalendarRequestObject,
) (api.ExportCalendarResponseObject, error) {
	all, err := h.rooms.Calendar.Entries(ctx)
	if err != nil {
		return nil, err
	}
	var out bytes.Buffer
	err = document.WritePlanCSV(&out, all, or(r.Params.ByteOrderMark))
	return api.ExportCalendar200TextCsvCharsetUTF8Response{Body: &out, ContentLength: int64(out.Len())}, err
}

func (h *handlers) GetOffer(ctx context.Context, r api.GetOfferRequestObject) (api.GetOfferResponseObject, error) {
	o, err := h.rooms.Calendar.Offer(ctx, r.ID, r.Params.Promised)
	if err != nil {
		return nil, err
	}
	return api.GetOffer200JSONResponse{
		Alone: o.Alone.UTC(), Around: o.Around.UTC(), With: o.With.UTC(),
		Costs: each(o.Costs, func(c calendar.OfferCost) api.Cost {
			return api.Cost{
				PieceID: c.Piece.ID, Piece: c.Piece.Name,
				LaterH: c.Later.Hours(), LateH: c.Late.Hours(), Ready: c.Ready.UTC(),
			}
		}),
	}, nil
}

func toRoom(r house.Room) api.Room {
	return api.Room{
		Booths: r.Booths, RackM2: r.RackM2, DustApart: r.DustApart, Unheated: r.Unheated,
		People: each(r.People, func(p house.Person) api.Person {
			return api.Person{Name: p.Name, Hours: each(p.Days[:], toHours)}
		}),
		Dates: each(r.Dates, func(d house.OwnDay) api.OwnDay {
			return api.OwnDay{
				Date: toDate(d.Date), Name: d.Name, Person: told(d.Person), Open: d.Open, Close: d.Close,
			}
		}),
	}
}

func toDate(d workday.Date) openapi_types.Date {
	return openapi_types.Date{Time: time.Date(d.Year, d.Month, d.Day, 0, 0, 0, 0, time.UTC)}
}

func toHours(d workday.Day) api.Hours { return api.Hours{Open: d.Open, Close: d.Close} }

func fromHours(all []api.Hours) (out [7]workday.Day) {
	for i, d := range all {
		out[i] = workday.Day{Open: d.Open, Close: d.Close}
	}
	return out
}

func fromRoom(r api.Room) house.Room {
	out := house.Room{Booths: r.Booths, RackM2: r.RackM2, DustApart: r.DustApart, Unheated: r.Unheated}
	for _, p := range r.People {
		out.People = append(out.People, house.Person{Name: strings.TrimSpace(p.Name), Days: fromHours(p.Hours)})
	}
	for _, d := range r.Dates {
		out.Dates = append(out.Dates, house.OwnDay{
			Day: workday.Day{Open: d.Open, Close: d.Close}, Date: workday.DateOf(d.Date.Time),
			Name: d.Name, Person: or(d.Person),
		})
	}
	return out
}

func toCause(c hands.Cause) *api.Cause { return told(api.Cause(c)) }

func toPot(p *schedule.Pot) *api.Pot {
	if p == nil {
		return nil
	}
	return &api.Pot{MixedAt: p.Mixed.UTC(), Until: p.Until.UTC(), Shared: p.Shared}
}

func toStanding(s schedule.Standing) *api.Standing {
	out := &api.Standing{Waits: toCause(s.Waits), Until: when(s.Until)}
	if g := s.Critical; !g.To.IsZero() {
		out.Critical = &api.Gap{Zone: g.Zone, After: g.After, From: g.From.UTC(), To: g.To.UTC(), Why: api.Cause(g.Why)}
	}
	return out
}

func toRoomNow(of calendar.Bench) api.RoomNow {
	n := of.Now
	turn := func(t schedule.Turn) api.Turn {
		return api.Turn{PieceID: of.Of[t.Piece], Step: t.Step, At: t.At.UTC(), By: when(t.By), Waits: toCause(t.Why)}
	}
	return api.RoomNow{
		May: each(n.May, turn), Closing: each(n.Closing, turn), Tonight: each(n.Tonight, turn),
		Later: each(n.Later, turn), Tomorrow: each(n.Tomorrow, turn), Home: when(n.Home), Next: n.Next.UTC(),
		Wet: each(n.Wet, func(w schedule.Wet) api.WetCoat {
			return api.WetCoat{PieceID: of.Of[w.Piece], Zone: w.Zone, Of: w.Of, Until: w.Until.UTC()}
		}),
	}
}

func (h *handlers) GetDays(ctx context.Context, r api.GetDaysRequestObject) (api.GetDaysResponseObject, error) {
	m, err := h.rooms.Calendar.Days(ctx, workday.DateOf(r.Params.From.Time), r.Params.Days)
	if err != nil {
		return nil, err
	}
	return api.GetDays200JSONResponse(each(m.Days, func(d schedule.DayLoad) api.DayLoad {
		return api.DayLoad{
			Date: toDate(workday.DateOf(d.Day.From)), OpenMin: d.Open.Minutes(), HandsMin: d.Hands.Minutes(),
			Marks: each(d.Marks, func(k schedule.Mark) api.DayMark {
				p := m.Of[k.Piece]
				return api.DayMark{PieceID: p.ID, Piece: p.Name, Kind: api.DayMarkKind(k.Kind), At: k.At.UTC()}
			}),
		}
	})), nil
}
