package photo

import (
	"bytes"
	"encoding/binary"
	"errors"
	"image"
	"image/color"
	"image/gif"
	"image/jpeg"
	"image/png"
	"testing"
)

func picture(w, h int) image.Image {
	p := image.NewNRGBA(image.Rect(0, 0, w, h))
	for x := range w {
		p.Set(x, 0, color.NRGBA{uint8(x), 90, 40, 255})
	}
	return p
}

func encoded(t *testing.T, encode func(*bytes.Buffer) error) []byte {
	t.Helper()
	var b bytes.Buffer
	if err := encode(&b); err != nil {
		t.Fatal(err)
	}
	return b.Bytes()
}

func TestTakesPicturesAndMakesThemSmaller(t *testing.T) {
	for _, c := range []struct {
		name          string
		data          []byte
		width, height int
	}{
		{"a small PNG", encoded(t, func(b *bytes.Buffer) error { return png.Encode(b, picture(80, 60)) }), 80, 60},
		{"a large JPEG", encoded(t, func(b *bytes.Buffer) error { return jpeg.Encode(b, picture(3000, 1500), nil) }), 2000, 1000},
	} {
		got, err := Take(t.Context(), bytes.NewReader(c.data))
		if err != nil || got.Width != c.width || got.Height != c.height {
			t.Errorf("%s: %d × %d, %v", c.name, got.Width, got.Height, err)
		}
		if _, format, err := image.DecodeConfig(bytes.NewReader(got.JPEG)); err != nil || format != "jpeg" {
			t.Errorf("%s is kept as %s, %v", c.name, format, err)
		}
	}
}

func TestRefusesWhatIsNoPicture(t *testing.T) {
	whole := encoded(t, func(b *bytes.Buffer) error { return png.Encode(b, picture(400, 400)) })
	huge := bytes.Clone(whole)
	binary.BigEndian.PutUint32(huge[16:], 60000) // the header's width; its checksum no longer fits either
	for name, data := range map[string][]byte{
		"nothing": {}, "a page in disguise": []byte("<html><script>alert(1)</script>"), "a broken-off PNG": whole[:len(whole)/2], "a bomb": huge,
		"a GIF": encoded(t, func(b *bytes.Buffer) error { return gif.Encode(b, picture(10, 10), nil) }),
	} {
		if _, err := Take(t.Context(), bytes.NewReader(data)); !errors.Is(err, ErrNoPicture) {
			t.Errorf("%s: %v, want ErrNoPicture", name, err)
		}
	}
	// What trails a picture is not kept: a script behind the last point is gone.
	got, err := Take(t.Context(), bytes.NewReader(append(whole, "<script>alert(1)</script>"...)))
	if err != nil || bytes.Contains(got.JPEG, []byte("script")) {
		t.Errorf("a picture with a tail: %v", err)
	}
}
