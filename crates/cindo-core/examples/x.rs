use cindo_core::catalogue::*; use cindo_core::plan::*;
fn main(){
 let cat=Catalogue::embedded().unwrap();
 let go=|sp:&str,cut:&str,mm:f64,start:f64,method:&str,done:Doneness,school:Option<School>,med:Option<f64>|{
  let req=PlanRequest{piece:Piece{species:sp.into(),cut:cut.into(),thickness_mm:mm,width_mm:None,length_mm:None,weight_g:None,skin:cut!="chunk",start_c:start,count:None,frozen_for_parasites:None,thickness_measured:None},method:method.into(),doneness:done,school,medium_c:med,altitude_m:None};
  let t=std::time::Instant::now();
  let r=plan(&cat,&req); let ms=t.elapsed().as_secs_f64()*1e3;
  match r {Ok(a)=>println!("{sp:12} {cut:11} {mm:4} {method:8} {med:?} flip {:?} pull {:.0} ({}:{:02}) core {} peak {} rest {} win {:?} look {:.0} late {:.0} spread {:.0} dry {} evap {} crust {:?} set@flip {:?} 63:{} f70 {:.2} | {ms:.1} ms",a.flip_s,a.pull_s,(a.pull_s as i64)/60,(a.pull_s as i64)%60,a.core_at_pull_c,a.core_peak_c,a.rest_s,a.window_s,a.look_from_s,a.latest_s,a.spread_s,a.dry_share,a.evaporated_share,a.series.crust_bottom_mm.last(), a.flip_s.map(|f|{let i=a.series.time_s.iter().position(|t|*t>=f).unwrap();a.series.set_share[i]}),a.safety.reaches_63c_15s,a.safety.f70_min),Err(e)=>println!("{sp} {cut} {mm} {method} ERR {:?} {ms:.1}",e)}
 };
 use Doneness::*; let b=|s:&str|Band(s.into());
 for mm in [20.0,24.0,28.0] {go("sea_bass","fillet",mm,5.0,"sear",b("medium"),Some(School::SkinSide),None);}
 go("hake","loin",28.0,6.0,"sear",b("medium"),Some(School::SkinSide),None);
 go("hake","loin",30.0,6.0,"sear",b("medium"),Some(School::SkinSide),None);
 go("hake","loin",28.0,6.0,"sear",b("medium"),Some(School::SkinSide),Some(205.0));
 for mm in [18.0,22.0,25.0]{go("cod","fillet",mm,8.0,"sear",b("medium"),Some(School::TwoSided),None);}
 for mm in [18.0,22.0,25.0]{go("salmon","fillet",mm,8.0,"sear",b("medium_rare"),Some(School::SkinSide),None);}
 for mm in [25.0,30.0,35.0]{go("cod","loin",mm,8.0,"sear",b("medium"),Some(School::TwoSided),Some(200.0));}
 for mm in [25.0,28.0,32.0]{go("salmon","fillet",mm,8.0,"roast",b("medium_rare"),None,Some(218.0));go("salmon","fillet",mm,8.0,"roast",b("medium"),None,Some(218.0));}
 go("cod","fillet",25.4,5.0,"roast",Core(50.0),None,Some(230.0));
 for mm in [22.0,25.0,28.0]{go("salmon","fillet",mm,5.0,"roast",b("just_done"),None,Some(150.0));}
 for mm in [32.0,38.0,45.0]{go("sea_bass","whole_round",mm,8.0,"roast",b("just_done"),None,None);}
 for mm in [35.0,40.0,45.0]{go("sea_bass","whole_round",mm,8.0,"steam",b("just_done"),None,None);}
 for mm in [22.0,25.0,28.0]{go("cod","fillet",mm,5.0,"poach",b("medium"),None,Some(85.0));}
 for mm in [18.0,22.0,25.0]{go("cod","fillet",mm,5.0,"deep_fry",b("just_done"),None,None);}
 for mm in [30.0,35.0,40.0]{go("sea_bass","whole_round",mm,8.0,"grill",b("just_done"),Some(School::TwoSided),None);}
 for mm in [15.0,22.0]{go("mackerel","fillet",mm,5.0,"grill",b("medium"),Some(School::SkinSide),None);}
 go("cod","fillet",25.0,5.0,"sear",b("by_the_book"),None,None);
 go("cod","fillet",25.0,5.0,"sear",b("by_the_book"),Some(School::OneSide),None);
 go("cod","fillet",25.0,5.0,"steam",b("by_the_book"),None,None);
 go("plaice","fillet",6.0,5.0,"steam",b("just_done"),None,None);
 go("cod","fillet",25.0,5.0,"poach",b("by_the_book"),None,Some(60.0));
 go("cod","fillet",120.0,5.0,"roast",b("by_the_book"),None,None);
 go("tuna","steak",30.0,5.0,"sear",b("rare"),None,Some(230.0));
}
