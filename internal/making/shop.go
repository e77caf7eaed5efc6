package making

import (
	"homalos/internal/job"
)

// byShop has the job go by shop rules: what that changes comes with it. As the log has it
// each line stands for itself.
func (m *Maker) byShop(e job.Edit, a *job.PutShop, path string) []job.Edit {
	if m.Kept || a.Shop == nil {
		return []job.Edit{e}
	}
	if a.Shop.Units != m.out.Document.Units {
		m.faults.Add(path+".shop.units", "these shop rules are in %s, the job is in %s: choose others", a.Shop.Units.Words("inches", "millimetres"), m.out.Document.Units.Words("inches", "millimetres"))
		return []job.Edit{e}
	}
	out := m.out.Document.ByShop(a.Shop.Kept())
	out[0].ID = e.ID
	return out
}
