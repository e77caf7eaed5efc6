package main

import (
	"image"
	"image/color"
	"image/draw"
	"image/png"
	"os"
)

// join lays pictures side by side, on grey, into one.
func join(to string, from []string) error {
	const gap = 12
	var all []image.Image
	size := image.Pt(gap, 0)
	for _, name := range from {
		file, err := os.Open(name)
		if err != nil {
			return err
		}
		one, err := png.Decode(file)
		_ = file.Close()
		if err != nil {
			return err
		}
		all = append(all, one)
		size = image.Pt(size.X+one.Bounds().Dx()+gap, max(size.Y, one.Bounds().Dy()+2*gap))
	}
	out := image.NewRGBA(image.Rectangle{Max: size})
	draw.Draw(out, out.Bounds(), image.NewUniform(color.Gray{Y: 0x99}), image.Point{}, draw.Src)
	at := gap
	for _, one := range all {
		draw.Draw(out, image.Rect(at, gap, at+one.Bounds().Dx(), gap+one.Bounds().Dy()), one, one.Bounds().Min, draw.Src)
		at += one.Bounds().Dx() + gap
	}
	file, err := os.Create(to)
	if err != nil {
		return err
	}
	if err := png.Encode(file, out); err != nil {
		return err
	}
	return file.Close()
}
